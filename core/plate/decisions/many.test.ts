import { brief, studioOf } from '../../testing/fixtures.ts'
import type { Profile } from '../../things/media/media.ts'
import { resolve } from '../resolve/resolve.ts'
import { MOST_LISTED } from './decision.ts'

const studio = studioOf()
const line = (plate: ReturnType<typeof resolve>, key: string) => plate.decisions.find((d) => d.key === key)

test('of thousands of profiles the one is chosen that is chosen of a few, and only the nearest are listed', () => {
  const { profile, printer } = resolve(brief(), studio).setup ?? {}
  expect(profile).not.toBeNull()
  /** As many as make the list too long: for other printers, for other papers, and for nobody knows what. */
  const others = Array.from({ length: 400 }, (_, i): Profile => {
    const like = studio.profiles[i % studio.profiles.length] as Profile
    const boundTo =
      i % 5 === 0 ? null : like.boundTo && { ...like.boundTo, paperId: `other-${i}`, printerId: i % 2 ? (printer?.id ?? '') : 'elsewhere' }
    return { ...like, id: `other-${i}`, boundTo }
  })
  for (const profiles of [
    [...others, ...studio.profiles],
    [...studio.profiles, ...others],
  ]) {
    const plate = resolve(brief(), { ...studio, profiles })
    expect(plate.setup?.profile?.id).toBe(profile?.id)
    const { alternatives = [] } = line(plate, 'profile') ?? {}
    expect(alternatives).toHaveLength(MOST_LISTED)
    expect(alternatives[0]?.id).toBe(profile?.id)
    // One that is pinned is among them, however far down it is.
    const last = others.findLast((p) => p.boundTo?.printerId === printer?.id)
    const pinned = resolve(brief(), { ...studio, profiles }, { profile: last?.id ?? '' })
    expect(pinned.setup?.profile?.id).toBe(last?.id)
    expect(line(pinned, 'profile')?.alternatives.map((a) => a.id)).toContain(last?.id)
    expect(line(pinned, 'profile')?.alternatives).toHaveLength(MOST_LISTED + 1)
  }
  // At the length of the list all are listed; over it the dearest are not.
  const to = (n: number) => [...studio.profiles, ...others].slice(0, n)
  const listed = (n: number) => line(resolve(brief(), { ...studio, profiles: to(n) }), 'profile')?.alternatives.length
  expect(listed(MOST_LISTED - 1)).toBe(MOST_LISTED)
  expect(listed(MOST_LISTED)).toBe(MOST_LISTED)
})

test('of many lots the best are listed, in their order, and the rest of the plate is what it was', () => {
  const plate = resolve(brief(), studio)
  const lots = Array.from({ length: 300 }, (_, i) => ({
    ...(studio.lots[i % studio.lots.length] as (typeof studio.lots)[number]),
    id: `box-${i}`,
  }))
  const much = resolve(brief(), { ...studio, lots: [...studio.lots, ...lots] })
  expect(much.setup?.lot.id).toBe(plate.setup?.lot.id)
  expect(much.setup?.path.id).toBe(plate.setup?.path.id)
  const { alternatives = [] } = line(much, 'stock') ?? {}
  expect(alternatives).toHaveLength(40)
  const usable = alternatives.filter((a) => a.ruledOut === null).map((a) => a.total)
  expect(usable).toEqual([...usable].sort((a, b) => a - b))
})

test('of many lots that no path takes the nearest are listed, and one that is pinned is told why not, wherever it stands', () => {
  const like = studio.lots[0] as (typeof studio.lots)[number]
  const huge = Array.from({ length: 300 }, (_, i) => ({ ...like, id: `huge-${i}`, measured: { width: 3_000_000, length: 4_000_000 } }))
  const of = { ...studio, lots: [...studio.lots, ...huge] }
  const asked = brief({ paperId: like.paperId })
  const plate = resolve(asked, of)
  expect(plate.setup?.lot.id).toBe(resolve(asked, studio).setup?.lot.id)
  for (const id of ['huge-0', 'huge-299']) {
    const { alternatives = [] } = line(resolve(asked, of, { stock: id }), 'stock') ?? {}
    expect(alternatives.find((a) => a.id === id)?.ruledOut).toMatch(/wide|long/)
    // What nothing was pinned of is what it was before.
    expect(resolve(asked, of)).toEqual(plate)
  }
})

test('what is pinned bears on a plate, whichever plates were worked out before of the same job', () => {
  const asked = brief()
  const printers =
    resolve(asked, studio)
      .decisions.find((d) => d.key === 'printer')
      ?.alternatives.map((a) => a.id) ?? []
  expect(printers.length).toBeGreaterThan(2)
  for (const printer of [...printers, ...printers])
    expect(resolve(asked, studio, { printer })).toEqual(resolve(structuredClone(asked), structuredClone(studio), { printer }))
})
