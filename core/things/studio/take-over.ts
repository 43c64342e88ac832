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

/** Records by a word that tells them apart, each list in its order; those without one are left out. */
function by<T>(list: readonly T[], word: (one: T) => string | null): Map<string, T[]> {
  const found = new Map<string, T[]>()
  for (const one of list) {
    const key = word(one)
    if (key === null) continue
    const alike = found.get(key)
    if (alike) alike.push(one)
    else found.set(key, [one])
  }
  return found
}
/** Of several that are alike the one of this id, else the first. */
const likeliest = <T extends { id: string }>(alike: readonly T[] | undefined, id: string): T | undefined =>
  alike?.find((one) => one.id === id) ?? alike?.[0]

/** What a printer is, without how it is right now, where it listens and what it and its paths are called here. */
function machineless({ id: _, address: __, inks, black, overspray, paths, ...rest }: Printer): object {
  return {
    ...rest,
    inks: inks.map(({ millilitres: _, meter: __, ...ink }) => ink),
    black: black.swap,
    overspray: overspray.cleanAfter,
    paths: paths.map(({ id: _, serviced: __, sensing: ___, noted: ____, ...path }) => path),
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
  const printers = by(into.printers, (p) => plain(p.name))
  for (const printer of from.printers) {
    const there =
      likeliest(printers.get(plain(printer.name)), printer.id) ??
      into.printers.find((p) => unlike(machineless(p), machineless(printer), ['name']).length === 0)
    put('printer', printer.id, printer.name, there?.id ?? null, there ? unlike(machineless(there), machineless(printer), ['name']) : [])
  }
  const [papers, codes] = [by(into.papers, (p) => plain(p.name)), by(into.papers, (p) => p.code || null)]
  for (const paper of from.papers) {
    const there = likeliest(papers.get(plain(paper.name)), paper.id) ?? codes.get(paper.code)?.[0]
    put('paper', paper.id, paper.name, there?.id ?? null, there ? unlike(there, paper, ['id', 'sampleOf']) : [])
  }
  const files = by(into.profiles, (p) => p.hash)
  for (const profile of from.profiles) {
    const there = files.get(profile.hash)?.[0]
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
  const names = new Map([...from.printers, ...from.papers].map(({ id, name }) => [id, name]))
  /** What tells boxes of one paper apart; a sheet that stands for itself is another than a box. */
  const boxKey = (lot: Lot, paperId: string | null) =>
    paperId === null ? null : JSON.stringify([paperId, lot.form, lot.number, lot.arrived, lot.mark, lot.nominal.width, lot.nominal.length])
  const boxes = by(into.lots, (l) => boxKey(l, l.paperId))
  for (const lot of from.lots) {
    const key = boxKey(lot, known.id('paper', lot.paperId))
    const there = key === null ? undefined : likeliest(boxes.get(key), lot.id)
    put(
      'lot',
      lot.id,
      `${names.get(lot.paperId) ?? lot.paperId}, ${sizeName(lot, 'mm')}${lot.number ? `, no. ${lot.number}` : ''}`,
      there?.id ?? null,
      there ? unlike(there, lot, ['id', 'paperId']) : [],
      missing(['paper', lot.paperId]),
    )
  }
  const pairs = by(into.pairings, (p) => `${p.printerId} ${p.paperId}`)
  /** Paths by their printer and name: their ids are each studio's own. */
  const pathName = (studio: Things, { printerId, pathId }: Pick<Pairing, 'printerId' | 'pathId'>) =>
    studio.printers.find((p) => p.id === printerId)?.paths.find((path) => path.id === pathId)?.name ?? null
  for (const pairing of from.pairings) {
    const [printerId, paperId] = [known.id('printer', pairing.printerId), known.id('paper', pairing.paperId)]
    const there = pairs.get(`${printerId} ${paperId}`)?.[0]
    const seen = (p: Pairing, studio: Things, profile: (id: string | null | undefined) => string | null) => ({
      ...p,
      pathId: pathName(studio, p),
      profileId: profile(p.profileId),
      borrows: profile(p.borrows),
      tested: p.tested ?? null,
    })
    put(
      'pairing',
      pairing.id,
      `${names.get(pairing.paperId) ?? pairing.paperId} on ${names.get(pairing.printerId) ?? pairing.printerId}`,
      there?.id ?? null,
      there
        ? unlike(
            seen(there, into, (id) => id ?? null),
            seen(pairing, from, (id) => known.id('profile', id)),
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
  // Ids of paths are distinct in the whole studio, and what lies in them and was measured there is kept under them: a path of
  // a printer that is here keeps the id of the one of its name.
  const pathIds = new Set(into.printers.flatMap((p) => p.paths.map((path) => path.id)))
  const pathsOf = new Map<string, Map<string, string>>()
  const printers = chosen('printer', from.printers).map(({ record, of, instead }) => {
    const here = into.printers.find((p) => p.id === instead)
    const ids = new Map(
      record.paths.map((path) => [path.id, here?.paths.find((p) => p.name === path.name)?.id ?? freeId(path.id, pathIds)]),
    )
    pathsOf.set(of, ids)
    return {
      record: {
        ...record,
        // Where a machine listens is known here.
        address: here?.address ?? record.address,
        paths: record.paths.map((path) => ({ ...path, id: ids.get(path.id) ?? path.id })),
      },
      instead,
    }
  })
  /** A path of the other studio in this one's ids: as it was just given, or as the printer here calls it. */
  const pathOf = (theirs: Pairing, printerId: string): string | null => {
    const { pathId } = theirs
    if (pathId === null) return null
    const given = pathsOf.get(theirs.printerId)?.get(pathId)
    const name = from.printers.find((p) => p.id === theirs.printerId)?.paths.find((path) => path.id === pathId)?.name
    return given ?? into.printers.find((p) => p.id === printerId)?.paths.find((path) => path.name === name)?.id ?? null
  }
  return {
    printers,
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
      const pathId = pathOf(record, printerId)
      return [
        {
          record: { ...rest, id, printerId, paperId, pathId, profileId: idOf('profile', profileId), borrows: idOf('profile', borrows) },
          instead,
        },
      ]
    }),
  }
}
