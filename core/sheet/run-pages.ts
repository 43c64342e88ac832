import { z } from 'zod'
import type { Form, Side } from './form.ts'

/** A form of a plate, and how many sheets of it a run prints. */
export const ChosenSchema = z.object({ form: z.string().max(20), count: z.number().int().min(1).max(10_000) })
export type Chosen = z.infer<typeof ChosenSchema>

export interface RunPage {
  form: Form
  count: number
}

/**
 * What a run prints of one side of a plate: all of it, or only some sheets again.
 * @param only chosen forms; what the plate does not have is left out
 */
export function pagesOf({ forms }: { readonly forms: readonly Form[] }, side: Side, only: readonly Chosen[] | null = null): RunPage[] {
  const own = forms.filter((form) => form.side === side)
  if (!only) return own.map((form) => ({ form, count: form.count }))
  return only.flatMap(({ form: id, count }) => {
    const form = own.find((f) => f.id === id)
    return form ? [{ form, count }] : []
  })
}

/** The forms of a plate where only some sheets of its front are printed, each with its second side. */
export function partForms(plate: { readonly forms: readonly Form[] }, only: readonly Chosen[]): Form[] {
  const fronts = pagesOf(plate, 'front', only).map(({ form, count }) => ({ ...form, count }))
  const backs = plate.forms.filter(({ side }) => side === 'back').map((form) => ({ ...form, count: Math.max(1, sheetsIn(fronts)) }))
  return [...fronts, ...backs]
}

/** Sheets of these pages. */
export const sheetsIn = (pages: readonly { count: number }[]): number => pages.reduce((sum, { count }) => sum + count, 0)

const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b))

/**
 * The same sheets as a document and how often it is printed (IPP `copies`, collated): one page is printed as often as it
 * is wanted; of several, each stands in the document as often as the whole is not repeated.
 */
export function collated(pages: readonly RunPage[]): { copies: number; pages: RunPage[] } {
  const copies = Math.max(
    1,
    pages.reduce((all, { count }) => common(all, count), 0),
  )
  return { copies, pages: pages.map(({ form, count }) => ({ form, count: count / copies })) }
}

/** Which form the nth sheet of a run is of, counted from 1, in the order the document is printed. */
export function formOfSheet(pages: readonly RunPage[], sheet: number): Form | null {
  const { pages: document } = collated(pages)
  let at = (sheet - 1) % Math.max(1, sheetsIn(document))
  for (const { form, count } of document) {
    if (at < count) return form
    at -= count
  }
  return null
}

/** What sheets take of something, by their form. */
export type EachTakes = (form: Form) => number

/** What the first `sheets` of a run take together, in the order the document is printed. */
export function takenBy(pages: readonly RunPage[], sheets: number, each: EachTakes): number {
  const { pages: document } = collated(pages)
  const takes = document.map(({ form, count }) => ({ count, of: each(form) }))
  const inAll = sheetsIn(document)
  if (inAll === 0) return 0
  let taken = Math.floor(sheets / inAll) * takes.reduce((sum, { count, of }) => sum + count * of, 0)
  let left = sheets % inAll
  for (const { count, of } of takes) {
    taken += Math.min(count, left) * of
    left -= Math.min(count, left)
  }
  return taken
}

/** What lasts for six sheets lasts for six, whatever the last digit of a division says. */
const HAIR = 1e-9

/** Whole sheets of a run that come out before so much of something is used up; all of them where it lasts. */
export function sheetsFrom(pages: readonly RunPage[], amount: number, each: EachTakes): number {
  const { copies, pages: document } = collated(pages)
  const takes = document.map(({ form, count }) => ({ count, of: each(form) }))
  const round = takes.reduce((sum, { count, of }) => sum + count * of, 0)
  const rounds = round > 0 ? Math.min(copies, Math.floor(amount / round + HAIR)) : copies
  let out = rounds * sheetsIn(document)
  if (rounds === copies) return out
  let left = amount - rounds * round
  for (const { count, of } of takes) {
    const sheets = of > 0 ? Math.min(count, Math.floor(left / of + HAIR)) : count
    out += sheets
    if (sheets < count) break
    left -= sheets * of
  }
  return out
}
