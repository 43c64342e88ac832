import { z } from 'zod'
import { pageOnSheet } from '../../sheet/layout.ts'
import { type Unit, writeLength, writeSize } from '../../things/length/length.ts'
import { borderlessEdges } from '../../things/paths/borderless.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import type { Printer } from '../../things/printers/printer.ts'
import { namedSize, nameOf } from '../../things/sizes/named.ts'
import type { Cost } from '../ways/cost.ts'
import { type Candidate, declare, hundredths } from './decision.ts'
import { pathDecision } from './path.ts'
import { printerDecision } from './printer.ts'
import { stockDecision } from './stock.ts'

/** The page the driver is told. */
const PageSchema = z.object({
  width: z.number(),
  length: z.number(),
  /** PWG name, or null for a custom page. */
  pwg: z.string().nullable(),
  name: z.string(),
})
export type Page = z.infer<typeof PageSchema>

/** Sideways and lengthwise shift of the print when the page is not the sheet, µm. */
export function pageShift(
  sheet: { width: number; length: number },
  page: Page,
  registration: 'left' | 'right' | 'centre',
): { across: number; along: number } {
  const on = pageOnSheet(sheet, page, registration)
  return { across: Math.max(Math.abs(on.x), Math.abs(sheet.width - on.x - on.w)), along: Math.abs(sheet.length - page.length) }
}

/** The quirk that meets a custom page of this size, if the driver has one. */
export const quirkFor = (printer: Pick<Printer, 'quirks'>, page: { width: number; length: number }) =>
  printer.quirks.find((q) => Math.abs(q.width - (q.kind === 'refused-width' ? page.width : page.length)) < 100)

type Quirk = NonNullable<ReturnType<typeof quirkFor>>

/** The page the driver takes instead. */
const acceptedFor = (quirk: Quirk, page: { width: number; length: number }) =>
  quirk.kind === 'refused-width' ? { width: quirk.accepts, length: page.length } : { width: page.width, length: quirk.accepts }

export const refusalText = (quirk: Quirk, unit: Unit): string =>
  `The driver refuses a custom ${quirk.kind === 'refused-width' ? 'width' : 'length'} of ${writeLength(quirk.width, unit)}.`

/** A page by its name with its measures, once where they are the name. */
export function sized({ name, width, length }: Page, unit: Unit): string {
  const measures = writeSize(width, length, unit)
  return name === measures ? name : `${name} (${measures})`
}

/** Minutes to type a custom page and check it. */
const CUSTOM_PAGE_POINTS = 2

export const pageDecision = declare({
  key: 'page',
  title: 'Paper size',
  question: 'Which page size is the driver told?',
  group: 'layout',
  needs: [printerDecision, pathDecision, stockDecision],
  about: 'plate',
  ofTheWay: true,
  agreement: 'page',
  candidates: ({ way, path, printer, lot, brief, studio }): Candidate<Page>[] => {
    const { fed } = way
    const wanted = brief.finish === 'borderless' && borderlessEdges(path, lot, false).length > 0
    const costs = (page: Page, custom: boolean): Cost[] => {
      const shift = pageShift(fed, page, path.registration)
      const off = Math.max(shift.across, shift.along)
      const list: Cost[] = []
      if (off >= studio.rules.visibleShift)
        list.push({ points: 4 + off / 500, says: `the page lies ${writeLength(off, brief.unit)} off on this sheet` })
      else if (off > 0) list.push({ points: off / 500, says: `the page lies ${writeLength(off, brief.unit)} off, which nobody sees` })
      if (custom) list.push({ points: CUSTOM_PAGE_POINTS, says: 'a custom page to type in' })
      if (custom && wanted && path.borderless?.sizes !== 'any')
        list.push({ points: 30, says: 'a custom page is not printed borderless here' })
      return list
    }
    const seen = (page: Page) => {
      const shift = pageShift(fed, page, path.registration)
      return Math.max(shift.across, shift.along) >= studio.rules.visibleShift
    }
    const list: Candidate<Page>[] = []
    const label = lot.pwg === null ? undefined : namedSize(lot.pwg)
    const sideways = fed.width > fed.length
    if (label) {
      const [width, length] = sideways ? [label.length, label.width] : [label.width, label.length]
      const page = { width, length, pwg: label.pwg, name: label.name }
      list.push({
        id: label.pwg,
        label: sized(page, brief.unit),
        value: page,
        ruledOut: null,
        costs: costs(page, false),
        by: 'rule',
        reason: seen(page)
          ? 'It is the size on the label; the placement allows for what the sheet measures.'
          : 'The named size is within what nobody sees of the measured sheet.',
      })
    }
    const customReason = path.customSizes ? null : `${path.name} takes named sizes only.`
    const add = (id: string, page: Page, ruledOut: string | null, reason: string) =>
      list.push({
        id,
        label: sized(page, brief.unit),
        value: page,
        ruledOut,
        costs: costs(page, true),
        by: 'rule',
        reason,
      })
    const refused = quirkFor(printer, fed)
    const accepted = refused && acceptedFor(refused, fed)
    const onRoll = isRoll(path)
    if (!label || fed.width !== label.width || fed.length !== label.length) {
      const measured: Page = { width: fed.width, length: fed.length, pwg: null, name: onRoll ? 'Cut from roll' : 'Measured sheet' }
      add(
        'measured',
        measured,
        refused ? refusalText(refused, brief.unit) : onRoll ? null : customReason,
        onRoll
          ? 'The page is the roll’s width and the length that is cut.'
          : 'A custom page of the measured sheet puts the print where the drawing shows it.',
      )
    }
    if (refused && accepted) {
      add(
        'accepted',
        { ...accepted, pwg: null, name: 'Accepted size' },
        customReason,
        `${refusalText(refused, brief.unit)} It takes ${writeLength(refused.accepts, brief.unit)}; the layout allows for the difference.`,
      )
    }
    if (list.every((c) => c.ruledOut !== null)) {
      const named = nameOf(fed.width, fed.length)
      if (named && named.pwg !== lot.pwg) {
        const page = { width: fed.width, length: fed.length, pwg: named.pwg, name: named.name }
        list.push({
          id: named.pwg,
          label: named.name,
          value: page,
          ruledOut: null,
          costs: costs(page, false),
          by: 'rule',
          reason: 'It is the nearest named size.',
        })
      }
    }
    return list
  },
  accept: (page) => ({ page }),
  keeps: { page: PageSchema },
  keep: ({ page }) => ({ page }),
  before: 'from the first',
  wire: ({ page }) => ({
    'media-col.media-size.x-dimension': { tag: 'integer', value: hundredths(page.width) },
    'media-col.media-size.y-dimension': { tag: 'integer', value: hundredths(page.length) },
  }),
})
