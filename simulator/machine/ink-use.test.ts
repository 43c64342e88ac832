import type { Printer } from '../../core/things/printers/printer.ts'
import { inkFor } from './ink-use.ts'

const printer = (...names: string[]) => ({ inks: names.map((name) => ({ id: name, name })) }) as unknown as Printer
const of = (names: string[], darkness: [number, number, number], black: 'photo' | 'matte' = 'photo', monochrome = false) =>
  inkFor(printer(...names), { cyan: darkness[0], magenta: darkness[1], yellow: darkness[2] }, 2, black, monochrome)

// By hand: 22 ml on a square metre of full colour, here two square metres; grey is what the three have in common.
test('a page of one colour takes that ink alone, and its light ink three parts in five of the load', () => {
  expect(of(['Cyan', 'Magenta', 'Yellow'], [0.6, 0, 0])).toEqual({ Cyan: expect.closeTo(0.2 * 44, 9), Magenta: 0, Yellow: 0 })
  const light = of(['Cyan', 'Light cyan'], [0.3, 0, 0])
  expect(light.Cyan).toBeCloseTo((0.1 * 44) / 1.6, 9)
  expect(light['Light cyan']).toBeCloseTo((0.1 * 44 * 0.6) / 1.6, 9)
  const magenta = of(['Magenta', 'Light magenta'], [0, 0.3, 0])
  expect(magenta['Light magenta']).toBeCloseTo((0.1 * 44 * 0.6) / 1.6, 9)
})

test('grey is laid in black, seven parts in ten of it taken off the colours; light grey takes seven parts in ten of grey', () => {
  // Darkness .5 .4 .3: grey .3; colours .29 .19 .09; black .3, light grey .21; together 1.08. Coverage .4 of 44 ml.
  const use = of(['Photo black', 'Light grey', 'Cyan', 'Magenta', 'Yellow'], [0.5, 0.4, 0.3])
  const ml = (share: number) => (share / 1.08) * 0.4 * 44
  expect(use['Photo black']).toBeCloseTo(ml(0.3), 9)
  expect(use['Light grey']).toBeCloseTo(ml(0.21), 9)
  expect(use.Cyan).toBeCloseTo(ml(0.29), 9)
  expect(use.Magenta).toBeCloseTo(ml(0.19), 9)
  expect(use.Yellow).toBeCloseTo(ml(0.09), 9)
})

test('only the black that is installed is used; an ink of another name takes a sixth of all colours', () => {
  expect(of(['Photo black', 'Matte black'], [0.3, 0.3, 0.3], 'matte')).toEqual({
    'Photo black': 0,
    'Matte black': expect.closeTo(0.3 * 44, 9),
  })
  expect(of(['Photo black', 'Matte black'], [0.3, 0.3, 0.3], 'photo')).toEqual({
    'Photo black': expect.closeTo(0.3 * 44, 9),
    'Matte black': 0,
  })
  const orange = of(['Cyan', 'Orange'], [0.6, 0, 0])
  expect(Number(orange.Orange) / Number(orange.Cyan)).toBeCloseTo(1 / 6, 9)
  // Of three colours: .6 .3 .15 have .15 of grey, which leaves .495, .195 and .045; a sixth of them is .1225.
  const violet = of(['Cyan', 'Violet'], [0.6, 0.3, 0.15])
  expect(Number(violet.Violet) / Number(violet.Cyan)).toBeCloseTo(0.1225 / 0.495, 9)
})

test('greys of its own take a touch of colour, and a white page takes nothing', () => {
  const [mixed, own] = [false, true].map((mono) => of(['Photo black', 'Cyan'], [0.4, 0.4, 0.4], 'photo', mono)) as [
    Record<string, number>,
    Record<string, number>,
  ]
  expect(Number(mixed.Cyan) / Number(mixed['Photo black'])).toBeCloseTo(0.3, 9)
  expect(Number(own.Cyan) / Number(own['Photo black'])).toBeCloseTo(0.3 * 0.15, 9)
  expect(of(['Cyan'], [0, 0, 0])).toEqual({ Cyan: 0 })
})
