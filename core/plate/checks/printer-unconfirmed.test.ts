import { finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const pins = { printer: 'heron', path: 'heron-cassette' }

test('a printer of a class says on every plate which of its names nobody has confirmed', () => {
  const of = (unconfirmed: Studio['printers'][number]['unconfirmed']) =>
    finding(
      plateOf({
        pins,
        studio: (studio) => {
          for (const p of studio.printers) if (p.id === 'heron') p.unconfirmed = unconfirmed
        },
      }),
      'printer-unconfirmed',
    )
  expect(of(['media', 'qualities'])).toMatchObject({ level: 'note', numbers: { parts: 'media qualities' } })
  expect(of(['media', 'qualities'])?.says).toContain(
    'Not confirmed for this Heron 17: media types and qualities. What is usual for its class',
  )
  expect(of([])).toBeUndefined()
})
