import { afterFix, decided, finding, plateOf } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const only = (printer: string, entries: string[]) => (studio: Studio) => {
  for (const p of studio.printers) if (p.id === printer) p.mediaTypes = p.mediaTypes.filter((m) => entries.includes(m.id))
}
const board = { brief: { paperId: 'breakwater-board' }, pins: { printer: 'heron', path: 'heron-front' } }

test('matte board on a printer without an entry for board goes as art paper with matte black, not as photo gloss', () => {
  const plate = plateOf(board)
  expect(decided(plate, 'media-type')).toBe('fine-art-matte')
  expect(finding(plate, 'media-unsuited')).toBeUndefined()
})

test('the wrong black and ink for the other coating stop, by a pin, a pairing or for want of anything better', () => {
  const pinned = plateOf({ ...board, pins: { ...board.pins, 'media-type': 'photographic-glossy' } })
  expect(finding(pinned, 'media-unsuited')).toMatchObject({ level: 'stop', numbers: { misfit: 'black' } })
  expect(finding(pinned, 'media-unsuited')?.says).toContain('prints with photo black')
  expect(decided(afterFix(pinned, 'media-unsuited'), 'media-type')).toBe('fine-art-matte')
  const paired = plateOf({
    brief: { paperId: 'quay-matte', sheet: null },
    pins: { printer: 'gannet' },
    studio: (s) => {
      for (const p of s.pairings)
        if (p.printerId === 'gannet' && p.paperId === 'quay-matte') Object.assign(p, { mediaTypeId: 'photographic-satin', good: 3 })
      s.pairings.push({
        ...(s.pairings[0] as (typeof s.pairings)[number]),
        id: 'x',
        printerId: 'gannet',
        paperId: 'quay-matte',
        mediaTypeId: 'photographic-satin',
        tested: null,
        good: 3,
        bad: 0,
        pathId: null,
        profileId: null,
      })
    },
  })
  // Another entry is taken by itself; held to the pairing's, it stops and says so.
  expect(decided(paired, 'media-type')).toBe('photographic-matte')
  const either = plateOf({ brief: { paperId: 'quay-matte', sheet: null }, pins: { printer: 'tern', 'media-type': 'photographic-glossy' } })
  expect(finding(either, 'media-unsuited')).toMatchObject({ level: 'stop', numbers: { misfit: 'coating' } })
  const none = plateOf({ ...board, studio: only('heron', ['photographic-satin', 'photographic-glossy']) })
  expect(finding(none, 'media-unsuited')?.level).toBe('stop')
  const fixed = afterFix(none, 'media-unsuited', only('heron', ['photographic-satin', 'photographic-glossy']))
  expect(finding(fixed, 'media-unsuited')).toBeUndefined()
  expect(decided(fixed, 'printer')).not.toBe('heron')
})

test('that a pairing was made with it all the same is said where a print of it was found good', () => {
  const says = (good: number) =>
    finding(
      plateOf({
        ...board,
        pins: { ...board.pins, 'media-type': 'photographic-glossy' },
        studio: (s) => {
          const [like] = s.pairings
          const tallies = { 'photographic-glossy': { good, bad: 0 } }
          if (like) s.pairings = [{ ...like, printerId: 'heron', paperId: 'breakwater-board', tallies }]
        },
      }),
      'media-unsuited',
    )?.says.includes('The pairing was made with it all the same.')
  expect([says(0), says(1)]).toEqual([false, true])
})

test('another family of surface is a warning; within a family nothing is said', () => {
  const canvas = plateOf({ brief: { paperId: 'quay-matte', sheet: null }, pins: { printer: 'tern', 'media-type': 'stationery' } })
  expect(finding(canvas, 'media-unsuited')).toMatchObject({ level: 'warn', numbers: { misfit: 'surface' } })
  const satinAsGloss = plateOf({ pins: { printer: 'heron', 'media-type': 'photographic-glossy' } })
  expect(finding(satinAsGloss, 'media-unsuited')).toBeUndefined()
})
