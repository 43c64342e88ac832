import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const baryta = (printer: string, studio?: (s: Studio) => void) =>
  plateOf({ brief: { paperId: 'lamproom-baryta' }, pins: { printer }, ...(studio ? { studio } : {}) })
const coat = (name: string) => (s: Studio) => {
  for (const p of s.printers) p.clearCoat = name
}
test('pigment on gloss is said also by a printer without a coat, with what to do; its inks decide, not the name of the set', () => {
  expect(finding(baryta('gannet', coat('')), 'gloss-uneven')?.says).toContain('no coat to even it')
  const dye = (s: Studio) => {
    coat('')(s)
    for (const p of s.printers) for (const ink of p.inks) ink.pigment = false
  }
  expect(finding(baryta('gannet', dye), 'gloss-uneven')).toBeUndefined()
  const oneInk = (s: Studio) => {
    dye(s)
    for (const p of s.printers) Object.assign(p.inks[0] ?? {}, { pigment: true })
  }
  expect(finding(baryta('gannet', oneInk), 'gloss-uneven')).toBeDefined()
})
test('with a coat it is offered, and once it is on nothing is said', () => {
  const plate = plateOf({ brief: { paperId: 'lamproom-baryta' }, pins: { printer: 'gannet', 'clear-coat': 'off' }, studio: coat('Sealer') })
  const fixed = afterFix(plate, 'gloss-uneven', coat('Sealer'))
  expect(decided(fixed, 'clear-coat')).toBe('ink')
  expect(finding(fixed, 'gloss-uneven')).toBeUndefined()
})
test('dye, satin and matte say nothing', () => {
  expect(finding(plateOf({ brief: { paperId: 'beacon-gloss' }, pins: { printer: 'dunlin' } }), 'gloss-uneven')).toBeUndefined()
  expect(finding(plateOf({ pins: { printer: 'gannet' } }), 'gloss-uneven')).toBeUndefined()
})
