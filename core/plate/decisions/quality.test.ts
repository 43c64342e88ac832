import { plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import type { Quality } from '../../things/printers/printer.ts'
import { qualityDecision } from './quality.ts'
import { wireAttributesOf } from './registry.ts'

const quality = (id: string, dpi: number, secondsPerSquareMetre: number, ipp: Quality['ipp'] = 'normal'): Quality => ({
  id,
  name: id,
  dpi,
  ipp,
  secondsPerSquareMetre,
})
/** A job on A3 with these qualities to choose from, pinned to one; no pairing and no profile speaks for any. */
function plate(qualities: Quality[], pin: string) {
  return plateOf({
    pins: { printer: 'heron', stock: 'lustre-a3', quality: pin },
    studio: (studio) => {
      for (const printer of studio.printers) if (printer.id === 'heron') printer.qualities = qualities
      studio.pairings = []
      studio.profiles = []
    },
  })
}
/** Why each would be taken, by its id. */
function reasons(qualities: Quality[], copies = 1) {
  const known = {
    printer: { id: 'heron', qualities },
    pairing: null,
    studio: { profiles: [] },
    paper: { id: 'harbour-lustre' },
    way: { sheets: copies, fed: { width: mm(297), length: mm(420) } },
  }
  const candidates = qualityDecision.candidates(known as unknown as Parameters<typeof qualityDecision.candidates>[0])
  return Object.fromEntries(candidates.map((c) => [c.id, c.reason]))
}

test('of three the coarsest is the quickest, the finest the finest, and the middle enough', () =>
  expect(reasons([quality('fine', 1440, 760), quality('standard', 720, 330), quality('finest', 2880, 1800)])).toEqual({
    standard: 'It is the coarsest setting, and costs least time.',
    fine: 'The middle setting is enough for nearly all prints.',
    finest: 'It is the finest setting: every step up costs time and ink.',
  }))

test('a coarse setting that is not the quickest is not said to be; of two alike only one is', () => {
  expect(reasons([quality('slow', 720, 900), quality('quick', 1440, 400), quality('finest', 2880, 1800)])).toEqual({
    slow: 'It is the coarsest setting.',
    quick: 'The middle setting is enough for nearly all prints.',
    finest: 'It is the finest setting: every step up costs time and ink.',
  })
  expect(reasons([quality('both-ways', 1440, 400), quality('one-way', 1440, 800)])).toEqual({
    'both-ways': 'It is the coarsest setting, and costs least time.',
    'one-way': 'It is the coarsest setting.',
  })
  expect(reasons([quality('coarse', 720, 500), quality('fine', 1440, 400)]).fine).toBe('It is the finest setting, and costs least time.')
  expect(reasons([quality('only', 1440, 400)])).toEqual({ only: 'It is the only setting.' })
})

test('fifty copies are a rush, forty-nine none: they go on the quickest that is not a draft', () => {
  const all = [quality('draft', 360, 100, 'draft'), quality('standard', 720, 330), quality('finest', 2880, 1800, 'high')]
  const said = (copies: number) => reasons(all, copies).standard
  expect(said(49)).toBe('The middle setting is enough for nearly all prints.')
  expect(said(50)).toBe('50 prints go on the quickest that is not coarse.')
  expect(reasons(all, 50).draft).toBe('It is the coarsest setting, and costs least time.')
})

test('print-quality is 3, 4 or 5 (RFC 8011 section 5.2.13), and which of several is said by its dots', () => {
  const all = [quality('d', 360, 100, 'draft'), quality('n', 720, 330), quality('h', 2880, 1800, 'high')]
  const sent = all.map((q) => {
    const { setup } = plate(all, q.id)
    const wire: Record<string, { value: unknown }> = setup ? wireAttributesOf(setup, 'front') : {}
    return [wire['print-quality']?.value, wire['print-dots-per-inch']?.value]
  })
  expect(sent).toEqual([
    [3, 360],
    [4, 720],
    [5, 2880],
  ])
})
