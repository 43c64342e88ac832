import { UniqueConstraintError } from 'sequelize'
import { nearestMediaType } from '../../core/plate/ways/media-distance.ts'
import type { Pairing, Paper } from '../../core/things/media/media.ts'
import { areSisters } from '../../core/things/media/profiled.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { App } from '../app-context.ts'
import { missing, Refusal } from '../problems.ts'
import type { Act } from '../store/store.ts'
import { router } from './shared.ts'

/** How a pairing is named. */
const idOf = (printerId: string, paperId: string) => `${printerId}-${paperId}`

interface Begun {
  begun: 'profile' | 'hand'
  mediaTypeId?: string | undefined
  profileId?: string | null
  dryingMinutes?: number | undefined
  notes?: string | undefined
  borrows?: string | null | undefined
}

/** Begins what is known of a paper on a printer unless something is; the entry is the nearest where none is said. */
export async function beginPairing(act: Act, printer: Printer, paper: Paper, of: Begun) {
  const known = await act.pairings.of(printer.id, paper.id)
  if (known) return known
  // Somebody else may begin it at this very moment: then that is what is known.
  return newPairing(act, printer, paper, of).catch(async (error) => {
    const theirs = error instanceof UniqueConstraintError ? await act.pairings.of(printer.id, paper.id) : null
    if (!theirs) throw error
    return theirs
  })
}

/** The same where nothing is known yet. */
const newPairing = (act: Act, printer: Printer, paper: Paper, of: Begun) =>
  act.pairings.add({
    id: idOf(printer.id, paper.id),
    printerId: printer.id,
    paperId: paper.id,
    mediaTypeId: of.mediaTypeId ?? nearestMediaType(printer, paper, null).id,
    profileId: of.profileId ?? null,
    pathId: null,
    qualityId: printer.qualities.at(-1)?.id ?? '',
    dryingMinutes: of.dryingMinutes ?? paper.dryingMinutes ?? 30,
    good: 0,
    bad: 0,
    begun: of.begun,
    borrows: of.borrows ?? null,
    notes: of.notes ?? '',
  })

/** What is known of papers on printers, before and beside what prints have shown. */
export function pairingsApi(app: App) {
  const { store, events } = app
  const withEntry = (printer: Printer, mediaTypeId: string | undefined) => {
    if (mediaTypeId !== undefined && !printer.mediaTypes.some((m) => m.id === mediaTypeId)) throw missing('media type', mediaTypeId)
  }
  /** Refuses a profile that was made with other inks. */
  const lends = async (act: Act, { printerId }: Pick<Pairing, 'printerId'>, profileId: string) => {
    const profile = await act.profiles.find(profileId)
    const [here, maker] = await Promise.all([act.printers.tryFind(printerId), act.printers.tryFind(profile.boundTo?.printerId ?? '')])
    if (!here || !maker || !areSisters(here.printer, maker.printer))
      throw new Refusal(422, {
        code: 'not-made-here',
        field: 'borrows',
        value: profileId,
        message: `“${profile.description}” was made neither on this printer nor on one with the same inks. Borrow one that was.`,
      })
  }
  return router()
    .call('POST /pairings', async (c) => {
      const { printerId, paperId, ...of } = c.req.valid('json')
      const made = await store.act(async (act) => {
        const { printer } = await act.printers.find(printerId)
        const paper = await act.papers.find(paperId)
        if (!paper) throw missing('paper', paperId)
        withEntry(printer, of.mediaTypeId)
        const known = () =>
          new Refusal(409, {
            code: 'known-already',
            field: 'paperId',
            value: paperId,
            message: `Something is known of ${paper.name} on ${printer.name} already. Look at it again.`,
          })
        if (await act.pairings.of(printerId, paperId)) throw known()
        if (of.borrows) await lends(act, { printerId }, of.borrows)
        // Of two who begin it at one moment the database lets one through.
        return newPairing(act, printer, paper, { begun: 'hand', ...of }).catch((error) => {
          throw error instanceof UniqueConstraintError ? known() : error
        })
      })
      events.tell({ what: 'studio', id: made.id })
      return c.json(made, 201)
    })
    .call('PATCH /pairings/{id}', async (c) => {
      const { id } = c.req.valid('param')
      const { mediaTypeId, dryingMinutes, notes, borrows } = c.req.valid('json')
      const changed = await store.act(async (act) => {
        const now = await act.pairings.change(id, {
          ...(mediaTypeId === undefined ? {} : { mediaTypeId }),
          ...(dryingMinutes === undefined ? {} : { dryingMinutes }),
          ...(notes === undefined ? {} : { notes }),
          ...(borrows === undefined ? {} : { borrows }),
        })
        if (borrows) await lends(act, now, borrows)
        withEntry((await act.printers.find(now.printerId)).printer, mediaTypeId)
        return now
      })
      events.tell({ what: 'studio', id })
      return c.json(changed, 200)
    })
}
