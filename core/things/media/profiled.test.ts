import { resolve } from '../../plate/resolve/resolve.ts'
import { brief, finding, studioOf } from '../../testing/fixtures.ts'
import { PairingSchema, type Paper } from './media.ts'
import { areSisters, borrowable, profilesServing } from './profiled.ts'

/** A satin paper nobody has a profile for, beside the lustre of the studio that has one on this printer. */
const setting = () => {
  const studio = studioOf()
  const lustre = studio.papers.find((p) => p.id === 'harbour-lustre')
  const lot = studio.lots.find((l) => l.id === 'lustre-a3')
  const made = studio.profiles.find((p) => p.boundTo?.printerId === 'heron' && p.boundTo.paperId === 'harbour-lustre')
  if (!lustre || !lot || !made) throw new Error('the studio is not what it was')
  const mole: Paper = { ...lustre, id: 'mole-satin', name: 'Mole Satin', weight: lustre.weight + 20 }
  studio.papers.push(mole)
  studio.lots.push({ ...lot, id: 'mole-a3', paperId: mole.id })
  return { studio, lustre, mole, made }
}
const pairing = (borrows: string | null) =>
  PairingSchema.parse({
    id: 'heron-mole-satin',
    printerId: 'heron',
    paperId: 'mole-satin',
    mediaTypeId: 'photographic-satin',
    profileId: null,
    borrows,
    pathId: null,
    qualityId: 'fine',
    dryingMinutes: 30,
    good: 0,
    bad: 0,
    begun: 'hand',
  })
const PINS = { printer: 'heron', path: 'heron-cassette', 'media-type': 'photographic-satin' }

test('what may be borrowed is for the same surface: of this printer first, the nearest grammage first, then of one with the same inks', () => {
  const { studio, mole, made } = setting()
  const lent = borrowable(studio, 'heron', mole.id)
  expect(lent[0]?.id).toBe(made.id)
  for (const p of lent) {
    // Heron and Albatross have the same twelve inks; no other printer of this studio has them.
    expect(['heron', 'albatross']).toContain(p.boundTo?.printerId)
    expect(studio.papers.find((x) => x.id === p.boundTo?.paperId)?.surface).toBe(mole.surface)
  }
  const like = (id: string, printerId: string, weight: number) => {
    studio.papers.push({ ...mole, id: `${id}-paper`, weight })
    return { ...made, id, boundTo: made.boundTo && { ...made.boundTo, printerId, paperId: `${id}-paper` } }
  }
  const others = [like('far', 'heron', mole.weight + 60), like('sister', 'albatross', mole.weight), like('near', 'heron', mole.weight + 1)]
  const ids = borrowable({ ...studio, profiles: [...studio.profiles, ...others] }, 'heron', mole.id).map((p) => p.id)
  expect(ids.filter((id) => ['far', 'sister', 'near', made.id].includes(id))).toEqual(['near', made.id, 'far', 'sister'])
  expect(borrowable(studio, 'gannet', mole.id).every((p) => p.boundTo?.printerId !== 'heron')).toBe(true)
})

test('of a printer with the same inks it serves too, expected to be worse, and greys are to be looked at', () => {
  const { studio, mole, made } = setting()
  const sister = { ...made, id: 'sister', boundTo: made.boundTo && { ...made.boundTo, printerId: 'albatross', mediaTypeId: 'theirs' } }
  studio.profiles = [...studio.profiles.filter((p) => p.id !== made.id), sister]
  studio.pairings.push(pairing('sister'))
  const plate = resolve(brief({ paperId: mole.id }), studio, PINS)
  expect(plate.setup).toMatchObject({ management: 'program', profile: { id: 'sister' } })
  expect(finding(plate, 'profile-borrowed')?.says).toMatch(
    /on Albatross 44, which has the same inks, and is borrowed for Mole Satin here: expect 3 to 6 ΔE .* Look at greys on the first sheet\.$/,
  )
  expect(plate.findings.some((f) => f.id === 'profile-mismatch' && f.level === 'stop')).toBe(false)
})

test('borrowed by a press, it is used from then on, and every plate says so with its expected error', () => {
  const { studio, mole, made } = setting()
  const of = brief({ paperId: mole.id })
  const before = resolve(of, studio, PINS)
  expect(before.setup).toMatchObject({ management: 'driver', profile: null })
  const borrowing = { ...studio, pairings: [...studio.pairings, pairing(made.id)] }
  expect(profilesServing(borrowing, 'heron', mole.id)).toEqual({ own: [], borrowed: made })
  const plate = resolve(of, borrowing, PINS)
  expect(plate.setup).toMatchObject({ management: 'program', profile: { id: made.id } })
  expect(finding(plate, 'profile-borrowed')?.says).toMatch(
    /^The profile was made for Harbour Lustre .* is borrowed for Mole Satin: expect 2 to 4 ΔE/,
  )
  expect(plate.findings.some((f) => f.id === 'profile-mismatch' && f.level === 'stop')).toBe(false)
})

test('a profile of its own comes before the borrowed one, and one that is gone is borrowed no more', () => {
  const { studio, mole, made } = setting()
  const own = { ...made, id: 'own', description: 'Mole Satin on Heron', boundTo: made.boundTo && { ...made.boundTo, paperId: mole.id } }
  studio.pairings.push(pairing(made.id))
  const plate = resolve(brief({ paperId: mole.id }), { ...studio, profiles: [...studio.profiles, own] }, PINS)
  expect(plate.setup?.profile?.id).toBe('own')
  expect(finding(plate, 'profile-borrowed')).toBeUndefined()
  const without = { ...studio, profiles: studio.profiles.filter((p) => p.id !== made.id) }
  expect(resolve(brief({ paperId: mole.id }), without, PINS).setup).toMatchObject({ management: 'driver', profile: null })
})

test('printers are sisters whose ink set and number of inks are the same', () => {
  const of = (inkSet: 'pigment-12' | 'dye-6', inks: number) => ({
    inkSet,
    inks: studioOf()
      .printers.flatMap((p) => p.inks)
      .slice(0, inks),
  })
  const one = of('pigment-12', 9)
  expect([areSisters(one, of('pigment-12', 9)), areSisters(one, of('pigment-12', 8)), areSisters(one, of('dye-6', 9))]).toEqual([
    true,
    false,
    false,
  ])
})
