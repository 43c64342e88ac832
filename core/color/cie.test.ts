import { readFileSync } from 'node:fs'
import { converter, differenceCiede2000 } from 'culori'
import fc from 'fast-check'
import { deltaE2000, deltaE2000At, labToSrgb, labToXyz, srgbToLab, type Triple, xyzToLab } from './cie.ts'

test('CIEDE2000 agrees with the 34 pairs of Sharma, Wu, Dalal (2005) to 1e-4', () => {
  const rows = readFileSync('core/testing/reference/ciede2000-pairs.csv', 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(',').map(Number))
  expect(rows).toHaveLength(34)
  for (const [l1, a1, b1, l2, a2, b2, expected] of rows as [number, number, number, number, number, number, number][]) {
    expect(Math.abs(deltaE2000([l1, a1, b1], [l2, a2, b2]) - expected)).toBeLessThan(1e-4)
    expect(Math.abs(deltaE2000([l2, a2, b2], [l1, a1, b1]) - expected)).toBeLessThan(1e-4)
  }
})

test('CIEDE2000 agrees with culori’s all around the hues, where its rotation sets in too', () => {
  const outside = differenceCiede2000()
  const lch = (l: number, c: number, h: number): Triple => [l, c * Math.cos((h * Math.PI) / 180), c * Math.sin((h * Math.PI) / 180)]
  let turned = 0
  for (let hue = 0; hue < 360; hue += 2.5)
    for (const [apart, one, other] of [
      [0.7, 3, 4],
      [9, 40, 36],
      [25, 60, 75],
    ] as const) {
      const [a, b] = [lch(45 + hue / 20, one, hue), lch(47, other, hue + apart)]
      const said = outside({ mode: 'lab65', l: a[0], a: a[1], b: a[2] }, { mode: 'lab65', l: b[0], a: b[1], b: b[2] })
      expect(Math.abs(deltaE2000(a, b) - said)).toBeLessThan(1e-6)
      expect(deltaE2000At([9, 9, 9, ...a], 1, b, 0)).toBe(deltaE2000(a, b))
      if (Math.abs(hue - 275) < 112.5) turned++
    }
  expect(turned).toBeGreaterThan(200)
})

test('Lab of the sRGB primaries agrees with culori', () => {
  const toLab = converter('lab')
  for (const [r, g, b] of [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
    [1, 1, 1],
    [0.2, 0.5, 0.7],
  ] as Triple[]) {
    const outside = toLab({ mode: 'rgb', r, g, b })
    const [l, a, bb] = srgbToLab([r, g, b])
    expect([l - outside.l, a - outside.a, bb - outside.b].every((d) => Math.abs(d) < 0.05)).toBe(true)
  }
})

test('conversions undo each other', () => {
  const unit = fc.float({ min: 0, max: 1, noNaN: true })
  fc.assert(
    fc.property(unit, unit, unit, (r, g, b) => {
      const back = labToSrgb(srgbToLab([r, g, b]))
      for (const [i, v] of [r, g, b].entries()) expect(Math.abs((back[i] as number) - v)).toBeLessThan(2e-3)
      const lab = srgbToLab([r, g, b])
      const again = xyzToLab(labToXyz(lab))
      for (let i = 0; i < 3; i++) expect(again[i]).toBeCloseTo(lab[i] as number, 6)
    }),
  )
})

test('near black both curves change over where IEC 61966-2-1 and CIE 15 say', () => {
  // Lightness of greys, from the definitions: below 0.04045 a straight line, above a power; below 216/24389 a straight line.
  const lightness = (v: number) => {
    const y = v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
    return y > 216 / 24_389 ? 116 * Math.cbrt(y) - 16 : (24_389 / 27) * y
  }
  for (const v of [0.01, 0.03, 0.04, 0.041, 0.045, 0.05, 0.06, 0.08, 0.0937, 0.1, 0.2])
    expect(srgbToLab([v, v, v])[0]).toBeCloseTo(lightness(v), 3)
  for (const l of [0.5, 2, 5, 7.9, 8, 8.1, 9, 11]) {
    const y = l > 8 ? ((l + 16) / 116) ** 3 : (l * 27) / 24_389
    const v = y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055
    expect(labToSrgb([l, 0, 0])[1]).toBeCloseTo(v, 3)
    expect(labToXyz([l, 0, 0])[1]).toBeCloseTo(y, 9)
  }
})
