import { mm } from '../length/length.ts'
import { plateOf, sheet } from '../testing/fixtures.ts'
import { drawSheet } from './sheet-drawing.ts'

const board = {
  paperId: 'breakwater-board',
  sheet: sheet('iso_a3_297x420mm'),
  size: { by: 'picture' as const, width: mm(390), height: null },
}
const roles = (plate: ReturnType<typeof plateOf>) => new Set(drawSheet(plate, 'mm')?.marks.map((m) => m.role))

test('the sheet is drawn to scale, leading edge at the top, printer above', () => {
  const drawing = drawSheet(plateOf({}), 'mm')
  const at = (role: string) => drawing?.marks.find((m) => m.kind === 'rect' && m.role === role)
  const [paper, printer] = [at('sheet'), at('printer')]
  expect(paper?.kind === 'rect' && paper.rect).toEqual({ x: 0, y: 0, w: mm(296.6), h: mm(419.8) })
  expect(printer?.kind === 'rect' && printer.rect.y + printer.rect.h).toBeLessThan(0)
})

test('all four margins are written, in the unit asked for', () => {
  const text = (unit: 'mm' | 'in') => drawSheet(plateOf({}), unit)?.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []))
  expect(text('mm')?.filter((t) => t === '20.0').length).toBeGreaterThanOrEqual(2)
  expect(text('in')).toContain('0.79')
})

test('dead margin, clipped picture and bleed each have their mark, and only where they are', () => {
  expect(roles(plateOf({ brief: board })).has('dead')).toBe(true)
  expect(roles(plateOf({ brief: board, pins: { placement: 'centred' } })).has('clipped')).toBe(true)
  expect(roles(plateOf({})).has('dead')).toBe(false)
  expect(roles(plateOf({})).has('clipped')).toBe(false)
  const card = plateOf({
    brief: { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in'), finish: 'borderless', size: { by: 'sheet', fill: true } },
  })
  expect(roles(card).has('bleed')).toBe(true)
})

test('the page is outlined only where it differs from the sheet', () => {
  expect(roles(plateOf({ pins: { page: 'measured' } })).has('page')).toBe(false)
  expect(roles(plateOf({ pins: { page: 'iso_a3_297x420mm' } })).has('page')).toBe(true)
})

test('nothing decided, nothing drawn', () =>
  expect(
    drawSheet(
      plateOf({
        studio: (s) => {
          s.printers = []
        },
      }),
      'mm',
    ),
  ).toBeNull())

test('it says in words what it shows', () =>
  expect(drawSheet(plateOf({ brief: board, pins: { placement: 'centred' } }), 'mm')?.description).toMatch(
    /leading 14\.7.*% of the picture does not land on paper/,
  ))
