import type { Intent } from '../../things/media/intent.ts'
import type { Triple } from '../cie.ts'
import type { Engine } from '../engine/engine.ts'

/** The nth colour of packed Lab. */
export const labAt = (lab: ArrayLike<number>, n: number): Triple => [
  lab[n * 3] as number,
  lab[n * 3 + 1] as number,
  lab[n * 3 + 2] as number,
]

/** What device colours print as: Lab D50 through a profile's device-to-Lab table; absolute includes the paper's own white. */
export function deviceToLab(
  engine: Engine,
  profile: Uint8Array,
  device: Uint16Array | Float32Array,
  intent: Intent,
  space: 'rgb16' | 'cmykFloat' = 'rgb16',
): Float32Array {
  const t = engine.transform(profile, space, 'lab', 'labFloat', intent, { precise: true })
  const lab = t.run(device, device.length / (space === 'rgb16' ? 3 : 4)) as Float32Array
  t.free()
  return lab
}

/** What a printer is sent for Lab colours, as 16-bit RGB. */
export function labToDevice(engine: Engine, profile: Uint8Array, lab: Float32Array, intent: Intent): Uint16Array {
  const t = engine.transform('lab', 'labFloat', profile, 'rgb16', intent, { precise: true })
  const device = t.run(lab, lab.length / 3) as Uint16Array
  t.free()
  return device
}

/** Every colour of a cube of device levels, packed 16-bit RGB, red slowest. */
export function deviceCube(steps: number): Uint16Array {
  const cube = new Uint16Array(steps ** 3 * 3)
  const level = (i: number) => Math.round((i * 65_535) / (steps - 1))
  let at = 0
  for (let r = 0; r < steps; r++)
    for (let g = 0; g < steps; g++)
      for (let b = 0; b < steps; b++) {
        cube[at++] = level(r)
        cube[at++] = level(g)
        cube[at++] = level(b)
      }
  return cube
}
