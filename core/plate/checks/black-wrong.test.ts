import { finding, plateOf } from '../../testing/fixtures.ts'

const rag = { paperId: 'pilot-rag', sheet: null }

test('matte black paper on a printer with photo black in costs a swap', () => {
  expect(finding(plateOf({ brief: rag, pins: { printer: 'heron' } }), 'black-wrong')?.numbers).toEqual({ minutes: 4, millilitres: 3 })
})

test('with the right black, or both, nothing is said', () => {
  expect(finding(plateOf({}), 'black-wrong')).toBeUndefined()
  expect(
    finding(
      plateOf({
        brief: rag,
        pins: { printer: 'heron' },
        studio: (s) => {
          for (const p of s.printers) p.black.installed = 'both'
        },
      }),
      'black-wrong',
    ),
  ).toBeUndefined()
})
