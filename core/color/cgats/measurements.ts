import { fail, ok, type Result } from '../../things/problem/problem.ts'
import { type Triple, xyzToLab } from '../cie.ts'
import type { Cgats } from './read.ts'

/** A chart as it was sent and as it was measured. */
export interface Measurements {
  /** What the patches were sent as. */
  space: 'rgb' | 'cmyk'
  patches: { name: string /** Per cent, 0…100. */; device: number[] /** Lab D50, absolute. */; lab: Triple }[]
}

/** Numbers with a point, or with a comma for it, as some programs of other tongues write them. */
const number = (text: string | undefined) => {
  const plain = (text ?? '').trim()
  return plain === '' ? Number.NaN : Number(/^[-+]?\d*,\d+([eE][-+]?\d+)?$/.test(plain) ? plain.replace(',', '.') : plain)
}

/**
 * Finds device values and colours in a table of measurements: RGB or CMYK, and Lab or else XYZ (of 100).
 * RGB of 0…255 is told from per cent by its greatest value.
 */
export function measurementsIn({ fields, rows }: Cgats, field = 'measurements'): Result<Measurements> {
  const bad = (code: string, message: string) => fail({ field, code, message })
  const upper = fields.map((f) => f.toUpperCase())
  const columns = (...names: string[]) => {
    const found = names.map((n) => upper.indexOf(n))
    return found.every((at) => at >= 0) ? found : null
  }
  const rgb = columns('RGB_R', 'RGB_G', 'RGB_B')
  const cmyk = columns('CMYK_C', 'CMYK_M', 'CMYK_Y', 'CMYK_K')
  const device = rgb ?? cmyk
  if (!device) return bad('cgats-no-device', 'The file does not say what its patches were sent as: RGB_R, RGB_G and RGB_B are missing.')
  const lab = columns('LAB_L', 'LAB_A', 'LAB_B')
  const xyz = columns('XYZ_X', 'XYZ_Y', 'XYZ_Z')
  const colour = lab ?? xyz
  if (!colour) return bad('cgats-no-colour', 'The file holds neither Lab nor XYZ. Export the measurements with LAB_L, LAB_A and LAB_B.')
  const id = upper.indexOf('SAMPLE_ID')
  const name = upper.includes('SAMPLE_NAME')
    ? upper.indexOf('SAMPLE_NAME')
    : upper.includes('SAMPLE_LOC')
      ? upper.indexOf('SAMPLE_LOC')
      : id
  const patches: Measurements['patches'] = []
  let most = 0
  for (const [i, row] of rows.entries()) {
    const sent = device.map((at) => number(row[at]))
    const read = colour.map((at) => number(row[at])) as [number, number, number]
    const wrong = [...sent, ...read].findIndex((v) => !Number.isFinite(v))
    if (wrong >= 0) return bad('cgats-not-a-number', `Row ${i + 1}: “${row[[...device, ...colour][wrong] as number]}” is not a number.`)
    if (sent.some((v) => v < 0 || v > 255)) return bad('cgats-device-range', `Row ${i + 1}: a patch cannot be sent as ${sent.join(' ')}.`)
    const value: Triple = lab ? read : xyzToLab([read[0] / 100, read[1] / 100, read[2] / 100])
    if (value[0] < -5 || value[0] > 130 || Math.abs(value[1]) > 200 || Math.abs(value[2]) > 200)
      return bad('cgats-colour-range', `Row ${i + 1}: no paper measures Lab ${value.map((v) => v.toFixed(1)).join(' ')}.`)
    most = Math.max(most, ...sent)
    patches.push({ name: (name >= 0 ? row[name] : '') || String(i + 1), device: sent, lab: value })
  }
  if (rgb && most > 100.5) for (const patch of patches) patch.device = patch.device.map((v) => (v * 100) / 255)
  else if (most > 100.5) return bad('cgats-device-range', 'More than 100 % of an ink was sent.')
  return ok({ space: rgb ? 'rgb' : 'cmyk', patches })
}
