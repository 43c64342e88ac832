import { execFileSync } from 'node:child_process'
import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { instantiate } from 'lcms-wasm'
import { createEngine, type Engine } from '../engine/engine.ts'
import { gamutSilhouette, gamutSlice, gamutSurface, gamutVolume } from './surface.ts'

let engine: Engine
beforeAll(async () => {
  engine = createEngine(await instantiate())
})
const bytes = (name: string) => new Uint8Array(readFileSync(`demo/profiles/${name}`))

/** Debian's iccgamut (argyll): the reference tool for gamut volume. It writes beside the profile, so it is given a copy. */
function iccgamut(name: string): number {
  const cwd = mkdtempSync(join(tmpdir(), 'gamut-'))
  try {
    copyFileSync(`demo/profiles/${name}.icc`, join(cwd, 'p.icc'))
    const out = execFileSync('iccgamut', ['-v', '-d', '10', '-ia', 'p.icc'], { cwd, encoding: 'utf8' })
    return Number(/Total volume of gamut is ([\d.]+)/.exec(out)?.[1])
  } finally {
    rmSync(cwd, { recursive: true, force: true })
  }
}

test.each([
  'gannet-lamproom-baryta',
  'gannet-quay-matte',
  'albatross-mainsail-canvas',
  'gannet-breakwater-board',
  'heron-harbour-lustre',
  'plover-logbook-plain',
])('the gamut volume of %s is within 3 %% of iccgamut', (name) => {
  const reference = iccgamut(name)
  expect(reference).toBeGreaterThan(50_000)
  expect(Math.abs(gamutVolume(gamutSurface(engine, bytes(`${name}.icc`))) / reference - 1)).toBeLessThan(0.03)
})

test('slices stacked up enclose the volume', () => {
  const surface = gamutSurface(engine, bytes('gannet-lamproom-baryta.icc'))
  let volume = 0
  for (let l = 0.5; l < 100; l++) {
    // Area inside the outline from its pieces, which all turn the same way or the other: shoelace over unordered pieces
    // needs each to be turned about the axis, so the absolute value of each sector is summed (the outline is star-shaped).
    volume += gamutSlice(surface, l).reduce((area, [a1, b1, a2, b2]) => area + Math.abs(a1 * b2 - a2 * b1) / 2, 0)
  }
  expect(volume / gamutVolume(surface)).toBeCloseTo(1, 1)
  expect(gamutSlice(surface, 120)).toEqual([])
})

test('gloss reaches further than matte in every direction of hue', () => {
  const gloss = gamutSilhouette(gamutSurface(engine, bytes('tern-beacon-gloss.icc')))
  const matte = gamutSilhouette(gamutSurface(engine, bytes('tern-quay-matte.icc')))
  expect(gloss.every((reach, i) => reach > (matte[i] as number))).toBe(true)
})
