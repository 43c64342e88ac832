import { sizeName } from '../media/lot-name.ts'
import type { Lot, Pairing, Paper, Profile } from '../media/media.ts'
import type { Printer } from '../printers/printer.ts'
import type { Studio } from './studio.ts'

/** What one studio can take from another, in the order it is taken: each refers to those before it. */
export const THING_KINDS = ['printer', 'paper', 'profile', 'lot', 'pairing'] as const
export type ThingKind = (typeof THING_KINDS)[number]

export type Things = Pick<Studio, 'printers' | 'papers' | 'lots' | 'profiles' | 'pairings'>

/** One thing of another studio, beside what this one has. */
export interface Thing {
  kind: ThingKind
  /** In the other studio. */
  id: string
  name: string
  standing: 'new' | 'same' | 'differs'
  /** What this studio knows it as; null where it is new. */
  there: string | null
  /** In what it differs. */
  fields: string[]
  /** What comes along with it because it refers to it: “paper:harbour-lustre”. */
  needs: string[]
}

export const thingKey = ({ kind, id }: Pick<Thing, 'kind' | 'id'>): string => `${kind}:${id}`

const plain = (words: string) => words.toLowerCase().replace(/\s+/g, ' ').trim()
/** Keys in which two records differ. */
const unlike = (one: object, other: object, left: readonly string[] = []): string[] => {
  const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => !left.includes(key) && JSON.stringify(a[key] ?? null) !== JSON.stringify(b[key] ?? null),
  )
}

/** The one of this name; of several the one of this id too. */
const named = <T extends { id: string; name: string }>(list: readonly T[], of: { id: string; name: string }): T | undefined => {
  const alike = list.filter((one) => plain(one.name) === plain(of.name))
  return alike.find((one) => one.id === of.id) ?? alike[0]
}

/** What a printer is, without how it is right now, where it listens and what it is called here. */
function machineless({ id: _, address: __, inks, black, overspray, paths, ...rest }: Printer): object {
  return {
    ...rest,
    inks: inks.map(({ millilitres: _, meter: __, ...ink }) => ink),
    black: black.swap,
    overspray: overspray.cleanAfter,
    paths: paths.map(({ serviced: _, sensing: __, noted: ___, ...path }) => path),
  }
}

/** What this studio knows each thing of the other as. */
class Known {
  readonly as = new Map<string, string>()
  id(kind: ThingKind, id: string | null | undefined): string | null {
    return id == null ? null : (this.as.get(`${kind}:${id}`) ?? null)
  }
}

/**
 * Every thing of another studio as it stands here: new, the same, or different. Doubles are known by their content, whatever
 * their ids: printers and papers by their names (papers by their codes too) or by being alike, profiles by their bytes, lots
 * by paper, size, number and day, pairings by their paper and printer.
 */
export function thingsOf(from: Things, into: Things): Thing[] {
  const known = new Known()
  const found: Thing[] = []
  const put = (kind: ThingKind, id: string, name: string, there: string | null, fields: string[], needs: string[] = []) => {
    if (there !== null) known.as.set(`${kind}:${id}`, there)
    const standing = there === null ? 'new' : fields.length === 0 ? 'same' : 'differs'
    found.push({ kind, id, name, standing, there, fields, needs })
  }
  /** Of what it refers to, what is not here yet. */
  const missing = (...of: readonly (readonly [ThingKind, string | null | undefined])[]) =>
    of.flatMap(([kind, id]) => (id == null || known.id(kind, id) !== null ? [] : [`${kind}:${id}`]))
  for (const printer of from.printers) {
    const there =
      named(into.printers, printer) ?? into.printers.find((p) => unlike(machineless(p), machineless(printer), ['name']).length === 0)
    put('printer', printer.id, printer.name, there?.id ?? null, there ? unlike(machineless(there), machineless(printer), ['name']) : [])
  }
  for (const paper of from.papers) {
    const there = named(into.papers, paper) ?? into.papers.find((p) => paper.code !== '' && p.code === paper.code)
    put('paper', paper.id, paper.name, there?.id ?? null, there ? unlike(there, paper, ['id', 'sampleOf']) : [])
  }
  for (const profile of from.profiles) {
    const there = into.profiles.find((p) => p.hash === profile.hash)
    const made = profile.boundTo
    const here = made && { ...made, printerId: known.id('printer', made.printerId), paperId: known.id('paper', made.paperId) }
    put(
      'profile',
      profile.id,
      profile.description,
      there?.id ?? null,
      there && JSON.stringify(there.boundTo) !== JSON.stringify(here) ? ['made for'] : [],
      made ? missing(['printer', made.printerId], ['paper', made.paperId]) : [],
    )
  }
  for (const lot of from.lots) {
    const paperId = known.id('paper', lot.paperId)
    const alike = (l: Lot) =>
      l.paperId === paperId &&
      l.form === lot.form &&
      l.number === lot.number &&
      l.arrived === lot.arrived &&
      l.mark === lot.mark &&
      JSON.stringify(l.nominal) === JSON.stringify(lot.nominal)
    const there = paperId === null ? undefined : (into.lots.find((l) => l.id === lot.id && alike(l)) ?? into.lots.find(alike))
    const paper = from.papers.find((p) => p.id === lot.paperId)
    put(
      'lot',
      lot.id,
      `${paper?.name ?? lot.paperId}, ${sizeName(lot, 'mm')}${lot.number ? `, no. ${lot.number}` : ''}`,
      there?.id ?? null,
      there ? unlike(there, lot, ['id', 'paperId']) : [],
      missing(['paper', lot.paperId]),
    )
  }
  for (const pairing of from.pairings) {
    const [printerId, paperId] = [known.id('printer', pairing.printerId), known.id('paper', pairing.paperId)]
    const there = into.pairings.find((p) => p.printerId === printerId && p.paperId === paperId)
    const name = (of: readonly { id: string; name: string }[], id: string) => of.find((x) => x.id === id)?.name ?? id
    const seen = (p: Pairing, profile: (id: string | null | undefined) => string | null) => ({
      ...p,
      profileId: profile(p.profileId),
      borrows: profile(p.borrows),
      tested: p.tested ?? null,
    })
    put(
      'pairing',
      pairing.id,
      `${name(from.papers, pairing.paperId)} on ${name(from.printers, pairing.printerId)}`,
      there?.id ?? null,
      there
        ? unlike(
            seen(there, (id) => id ?? null),
            seen(pairing, (id) => known.id('profile', id)),
            ['id', 'printerId', 'paperId'],
          )
        : [],
      missing(['printer', pairing.printerId], ['paper', pairing.paperId]),
    )
  }
  return found
}

/** Records as this studio is going to have them; `instead` of one it has, or new. */
export interface Taking {
  printers: { record: Printer; instead: string | null }[]
  papers: { record: Paper; instead: string | null }[]
  profiles: { record: Profile; of: string; instead: string | null }[]
  lots: { record: Lot; instead: string | null }[]
  pairings: { record: Pairing; instead: string | null }[]
}

const freeId = (id: string, taken: Set<string>): string => {
  for (let n = 1; ; n++) {
    const tried = n === 1 ? id : `${id.slice(0, 54)}-${n}`
    if (!taken.has(tried)) {
      taken.add(tried)
      return tried
    }
  }
}

/**
 * What is to be written down when these things of another studio are taken, with everything new they refer to, in this
 * studio's own ids. What is the same is left as it is.
 * @param wanted keys of things, “paper:harbour-lustre”
 * @param taken ids this studio has given, also to what was put aside
 */
export function takingOf(
  from: Things,
  into: Things,
  wanted: ReadonlySet<string>,
  taken: Readonly<Record<ThingKind, readonly string[]>>,
): Taking {
  const things = new Map(thingsOf(from, into).map((thing) => [thingKey(thing), thing]))
  const all = new Set<string>()
  const include = (key: string) => {
    const thing = things.get(key)
    if (!thing || all.has(key)) return
    all.add(key)
    for (const need of thing.needs) include(need)
  }
  for (const key of wanted) include(key)
  const free = Object.fromEntries(THING_KINDS.map((kind) => [kind, new Set(taken[kind])])) as Record<ThingKind, Set<string>>
  const ids = new Map<string, string>()
  /** Its id here: as it is known, or the new one; null for what is neither here nor taken. */
  const idOf = (kind: ThingKind, id: string | null | undefined): string | null => {
    if (id == null) return null
    const key = `${kind}:${id}`
    const thing = things.get(key)
    if (!thing) return null
    if (thing.there !== null) return thing.there
    if (!all.has(key)) return null
    const given = ids.get(key) ?? freeId(id, free[kind])
    ids.set(key, given)
    return given
  }
  const chosen = <T extends { id: string }>(kind: ThingKind, list: readonly T[]) =>
    list.flatMap((record) => {
      const thing = things.get(`${kind}:${record.id}`)
      const id = idOf(kind, record.id)
      return thing && id !== null && all.has(thingKey(thing)) && thing.standing !== 'same'
        ? [{ record: { ...record, id }, of: record.id, instead: thing.there }]
        : []
    })
  return {
    // Where a machine listens is known here.
    printers: chosen('printer', from.printers).map(({ record, instead }) => ({
      record: { ...record, address: into.printers.find((p) => p.id === instead)?.address ?? record.address },
      instead,
    })),
    papers: chosen('paper', from.papers).map(({ record, instead }) => ({ record: { ...record, sampleOf: null }, instead })),
    profiles: chosen('profile', from.profiles).map(({ record, of, instead }) => {
      const printerId = idOf('printer', record.boundTo?.printerId)
      const paperId = idOf('paper', record.boundTo?.paperId)
      const boundTo = record.boundTo && printerId !== null && paperId !== null ? { ...record.boundTo, printerId, paperId } : null
      return { record: { ...record, boundTo }, of, instead }
    }),
    lots: chosen('lot', from.lots).flatMap(({ record, instead }) => {
      const paperId = idOf('paper', record.paperId)
      return paperId === null ? [] : [{ record: { ...record, paperId }, instead }]
    }),
    pairings: chosen('pairing', from.pairings).flatMap(({ record, instead }) => {
      const [printerId, paperId] = [idOf('printer', record.printerId), idOf('paper', record.paperId)]
      if (printerId === null || paperId === null) return []
      // A print finds its pairing by this name.
      const id = instead ?? `${printerId}-${paperId}`
      const { profileId, borrows, ...rest } = record
      return [
        { record: { ...rest, id, printerId, paperId, profileId: idOf('profile', profileId), borrows: idOf('profile', borrows) }, instead },
      ]
    }),
  }
}
