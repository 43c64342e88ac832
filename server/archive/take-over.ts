import { UniqueConstraintError } from 'sequelize'
import { MOST } from '../../core/things/studio/studio.ts'
import { type Thing, type Things, takingOf, thingsOf } from '../../core/things/studio/take-over.ts'
import type { LotEntry } from '../../core/wire/api/papers.ts'
import { PaperEditSchema } from '../../core/wire/api/papers.ts'
import type { Installation } from '../installation.ts'
import { Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'

/** What a studio has that another can take: what was put aside and what is used up stays. */
async function thingsIn(act: Act): Promise<Things> {
  const [printers, papers, lots, profiles, pairings] = await Promise.all([
    act.printers.list(),
    act.papers.list(),
    act.lots.entries({ archived: false }),
    act.profiles.list(),
    act.pairings.list(),
  ])
  const [machines, kinds] = [new Set(printers.map((p) => p.id)), new Set(papers.map((p) => p.id))]
  return {
    printers,
    papers,
    // A sheet out of a sample pack belongs to its pack.
    lots: lots.filter((l) => kinds.has(l.paperId) && l.mark === '').map(({ finished: _, ...lot }: LotEntry) => lot),
    profiles,
    pairings: pairings.filter((p) => machines.has(p.printerId) && kinds.has(p.paperId)),
  }
}

/** Every thing of one studio beside what another has. */
export async function comparedWith({ studios }: Installation, from: string, into: string): Promise<Thing[]> {
  const [theirs, ours] = await Promise.all([thingsIn(studios.open(from)), thingsIn(studios.open(into))])
  return thingsOf(theirs, ours)
}

/**
 * Takes things of one studio into another, in one act. What is there already is written anew, as the other has it.
 * @param wanted keys of things; refuses with 422 where one is none of the other's
 */
export async function takeOver({ studios }: Installation, from: string, into: string, wanted: readonly string[]) {
  const theirs = studios.open(from)
  const there = await thingsIn(theirs)
  const taken = studios.open(into).act(async (act) => {
    const here = await thingsIn(act)
    const known = new Set(thingsOf(there, here).map(({ kind, id }) => `${kind}:${id}`))
    const stranger = wanted.find((key) => !known.has(key))
    if (stranger !== undefined)
      throw new Refusal(422, {
        code: 'no-such-thing',
        field: 'things',
        value: stranger,
        message: 'The other studio has no such thing any more. Look at it again.',
      })
    const [aside, papers, lots] = await Promise.all([act.printers.aside(), act.papers.entries(), act.lots.ids()])
    const taking = takingOf(there, here, new Set(wanted), {
      printer: [...here.printers.map((p) => p.id), ...aside.map(({ printer }) => printer.id)],
      paper: papers.map(({ paper }) => paper.id),
      lot: lots,
      profile: here.profiles.map((p) => p.id),
      pairing: [],
    })
    const more = taking.papers.filter((p) => p.instead === null).length
    if (papers.length + more > MOST.papers)
      throw new Refusal(422, {
        code: 'too-many-papers',
        value: String(papers.length + more),
        limit: `${MOST.papers} papers`,
        message: `A studio has up to ${MOST.papers} papers, those put aside counted. Take fewer.`,
      })
    for (const { record, instead } of taking.printers)
      if (instead === null) await act.printers.add(record)
      else await act.printers.save((await act.printers.find(instead)).version, record)
    for (const { record, instead } of taking.papers)
      if (instead === null) await act.papers.add(record)
      else await act.papers.save(instead, (await act.papers.entry(instead)).version, PaperEditSchema.parse(record))
    for (const { record, of, instead } of taking.profiles)
      if (instead === null) await act.profiles.add({ ...record, facts: (await theirs.profiles.find(of)).facts })
      else await act.profiles.change(await act.profiles.find(instead), { boundTo: record.boundTo })
    await act.lots.addAll(taking.lots.flatMap(({ record, instead }) => (instead === null ? [record] : [])))
    for (const { record, instead } of taking.lots) if (instead !== null) await act.lots.change(instead, record)
    for (const { record, instead } of taking.pairings)
      if (instead === null) await act.pairings.add(record)
      else await act.pairings.replace(instead, record)
    const all = [...taking.printers, ...taking.papers, ...taking.profiles, ...taking.lots, ...taking.pairings]
    const added = all.filter(({ instead }) => instead === null).length
    return { added, changed: all.length - added }
  })
  return taken.catch((error) => {
    if (!(error instanceof UniqueConstraintError)) throw error
    throw new Refusal(409, {
      code: 'changed-meanwhile',
      field: 'things',
      message: 'Somebody else has added some of this meanwhile. Nothing was taken; look at it again.',
    })
  })
}
