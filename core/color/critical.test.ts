import { readFileSync } from 'node:fs'
import { instantiate } from 'lcms-wasm'
import { transiccTriples } from '../testing/transicc.ts'
import { RENDERINGS } from '../things/brief/critical.ts'
import { deltaE2000, type Triple } from './cie.ts'
import { followColour } from './critical.ts'
import { createEngine } from './engine/engine.ts'

const FILES = ['demo/profiles/gannet-saltmarsh-cotton.icc', 'demo/profiles/heron-harbour-lustre.icc']
const INTENT: Record<string, number> = { perceptual: 0, relative: 1, saturation: 2, absolute: 3 }

test('how far a colour is missed on each paper under each rendering is what transicc (LittleCMS) says', async () => {
  const engine = createEngine(await instantiate())
  const profiles = [
    ...FILES.map((file) => ({ id: file, bytes: new Uint8Array(readFileSync(file)) })),
    { id: 'broken', bytes: new Uint8Array(200) },
  ]
  // A green beyond any paper, a shadow that compensation moves, a white that only absolute leaves.
  for (const rgb of [
    [12, 201, 60],
    [9, 6, 14],
    [250, 250, 246],
  ] as const) {
    const found = followColour(engine, rgb, 'srgb', profiles)
    const [lab] = transiccTriples({ from: '*sRGB', to: '*Lab', intent: 1 }, [rgb]) as [Triple]
    expect(deltaE2000(found.lab, lab)).toBeLessThan(0.1)
    expect(Object.keys(found.misses)).toEqual(FILES)
    for (const file of FILES)
      for (const key of RENDERINGS) {
        const intent = INTENT[key.replace('+', '')] as number
        const sent = transiccTriples({ from: '*sRGB', to: file, intent, blackPoint: key.endsWith('+') }, [rgb])
        const [printed] = transiccTriples({ from: file, to: '*Lab', intent: intent === 3 ? 3 : 1 }, sent) as [Triple]
        expect(Math.abs((found.misses[file]?.[key] ?? -1) - deltaE2000(lab, printed))).toBeLessThan(0.15)
      }
  }
})
