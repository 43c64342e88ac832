import type { Fix } from '../../plate/checks/check.ts'
import { notLoaded } from '../../plate/checks/not-loaded.ts'
import { causesOf } from '../../plate/checks/registry.ts'
import type { Plate } from '../../plate/resolve/plate.ts'
import { writeLength, writeSize } from '../../things/length/length.ts'
import { counted } from '../../things/words/counted.ts'
import { SET_PLACES } from '../agreement/place.ts'
import { type AgreementRow, disagreements, seenWhereSet } from '../agreement/table.ts'
import type { Step } from '../loading/step.ts'
import type { Standing } from './standing.ts'

/** Said for every place that is set otherwise; one word for all of them, since they are gone through together. */
const DISAGREEMENT = 'disagreement'
/** A page and what lies there differ when they differ by more than lots do, µm. */
const ANOTHER_SIZE = 3000

/** One thing between a plate and its print. Red holds the print until somebody gives a reason; amber is to be known. */
export interface PreflightItem {
  /** Id of the finding, or of what else is wrong; an operator prints in spite of it by this. */
  id: string
  level: 'red' | 'amber'
  about: 'finding' | 'place' | 'step' | 'printer'
  says: string
  fix: Fix | null
}

interface Input {
  plate: Plate
  rows: readonly AgreementRow[]
  steps: readonly Step[]
  ticked: ReadonlySet<string>
  /** What the printer says now; null when it does not answer, undefined while it is asked. */
  now: Standing | null | undefined
  side: 'front' | 'back'
}

/** What the printer itself says against this print. */
export function printerSays({ setup, brief }: Plate, now: Standing | null | undefined): PreflightItem[] {
  if (!setup || now === undefined) return []
  const { printer, path, page, lot } = setup
  const item = (id: string, level: PreflightItem['level'], says: string): PreflightItem => ({
    id: `printer:${id}`,
    level,
    about: 'printer',
    says,
    fix: null,
  })
  if (now === null) return [item('away', 'amber', `${printer.name} does not answer. The job waits here until it does.`)]
  const list: PreflightItem[] = []
  const cover = now.reasons.includes('cover-open')
  if (cover) list.push(item('cover', 'red', `The cover of ${printer.name} is open.`))
  else if (now.stopped && now.ahead === 0)
    list.push(item('stopped', 'red', `${printer.name} has stopped: ${now.message || now.reasons.join(', ')}.`))
  if (!now.accepting) list.push(item('closed', 'red', `${printer.name} takes no jobs at the moment.`))
  if (now.holds === false && path.drawIn === 'at-once') list.push(item('empty', 'red', `${path.name} of ${printer.name} is empty.`))
  if (now.mediaType !== null && now.mediaType !== setup.mediaType.id && printer.panelRule === 'set')
    list.push(
      item(
        'media-type',
        'red',
        `The panel is set to “${now.mediaTypeName ?? now.mediaType}”; the plate wants “${setup.mediaType.panelName}”.`,
      ),
    )
  const { size } = now
  if (size && lot.form === 'roll' && Math.abs(size.width - lot.measured.width) > ANOTHER_SIZE)
    list.push(
      item(
        'size',
        'red',
        `A roll ${writeLength(size.width, brief.unit)} wide lies there; the plate is for ${writeLength(lot.measured.width, brief.unit)}.`,
      ),
    )
  if (size && lot.form === 'sheet') {
    const edges = (a: number, b: number) => [Math.min(a, b), Math.max(a, b)] as const
    const [one, other] = [edges(size.width, size.length), edges(page.width, page.length)]
    if (Math.abs(one[0] - other[0]) > ANOTHER_SIZE || Math.abs(one[1] - other[1]) > ANOTHER_SIZE)
      list.push(
        item(
          'size',
          'red',
          `${writeSize(size.width, size.length, brief.unit)} lies in ${path.name}; the page is ${writeSize(page.width, page.length, brief.unit)}.`,
        ),
      )
  }
  if (now.empty.length > 0) list.push(item('ink', 'red', `${now.empty.join(', ')} ${now.empty.length === 1 ? 'is' : 'are'} empty.`))
  if (now.sensing === 'off' && path.senses.size && lot.form === 'sheet' && path.sensing !== 'off')
    list.push(item('sensing', 'amber', `Size sensing of ${path.name} is switched off at the panel.`))
  if (now.ahead > 0) {
    const behind = now.behind
      ? `: it is behind “${now.behind.title}”${now.behind.waits ? `, which waits: ${now.behind.waits.replace(/\.$/, '')}` : ''}`
      : ''
    list.push(item('ahead', 'amber', `${counted(now.ahead, 'job stands', 'jobs stand')} before it on ${printer.name}${behind}.`))
  }
  return list
}

const lowerFirst = (title: string) => title.charAt(0).toLowerCase() + title.slice(1)

/** Everything between a plate and its print in one list, the red first. */
export function preflight({ plate, rows, steps, ticked, now, side }: Input): PreflightItem[] {
  const list: PreflightItem[] = []
  if (side === 'front')
    for (const { cause, follow } of causesOf(plate.findings)) {
      const worst = [cause, ...follow].some((f) => f.level === 'stop') ? 'red' : cause.level === 'note' ? null : 'amber'
      if (worst)
        list.push({ id: cause.id, level: worst, about: 'finding', says: `${cause.title}. ${cause.says}`, fix: cause.fix as Fix | null })
      // What lies there is printed on, whatever was wanted; an empty path says so itself.
      else if (
        cause.id === notLoaded.id &&
        cause.title === notLoaded.title &&
        plate.setup?.path.drawIn === 'at-once' &&
        now?.holds !== false
      )
        list.push({ id: cause.id, level: 'amber', about: 'step', says: cause.says, fix: null })
    }
  for (const { says } of disagreements(rows).filter(seenWhereSet))
    list.push({ id: DISAGREEMENT, level: 'red', about: 'place', says, fix: null })
  const open = rows.flatMap((row) => SET_PLACES.filter((place) => row.cells[place].state === 'open').map((place) => ({ row, place })))
  const [first] = open
  if (first) {
    const where = `${first.row.title.toLowerCase()} ${first.place === 'panel' ? 'at' : 'in'} the ${first.place}`
    list.push({
      id: 'not-looked-at',
      level: 'amber',
      about: 'place',
      says: `${counted(open.length, 'setting was', 'settings were')} not looked at yet${open.length > 1 ? `, ${where} among them` : `: ${where}`}.`,
      fix: null,
    })
  }
  const undone = steps.filter((s) => s.when === 'before' && !ticked.has(s.id))
  if (undone.length > 0)
    list.push({
      id: 'steps-open',
      level: 'amber',
      about: 'step',
      says: `${counted(undone.length, 'step is', 'steps are')} not ticked: ${undone
        .slice(0, 3)
        .map((s) => lowerFirst(s.title))
        .join(', ')}${undone.length > 3 ? ' and more' : ''}.`,
      fix: null,
    })
  list.push(...printerSays(plate, now))
  return [...list.filter((i) => i.level === 'red'), ...list.filter((i) => i.level === 'amber')]
}
