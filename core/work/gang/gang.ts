import { inkOfSheet, inkPriceOf } from '../../plate/estimates/estimates.ts'
import type { Setup } from '../../plate/resolve/plate.ts'
import { type Plate, sideOf } from '../../plate/resolve/plate.ts'
import { type Form, type Placement, sheetsOf, viewOfPlacement } from '../../sheet/form.ts'
import { land } from '../../sheet/layout.ts'
import { gaps, intersect, type Rect } from '../../sheet/rect.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { type Brief, EMPTY_BRIEF, freeItemId, itemById, trimmedTo } from '../../things/brief/brief.ts'
import type { Item } from '../../things/brief/item.ts'
import { isSideways, pictureEdge } from '../../things/brief/turn.ts'
import { EDGES } from '../../things/paths/path.ts'

/** A job that is to be printed with others. */
export interface Member {
  id: number
  title: string
  plate: Plate
}

/** Why a job cannot be printed with others, in a sentence; null where it can. */
export function unganged({ plate }: Pick<Member, 'plate'>): string | null {
  const { setup, brief } = plate
  if (brief.test) return 'It is a test sheet: it is measured as it was laid out.'
  if (!setup || !sideOf(plate)) return 'Its set-up is not complete yet.'
  if (brief.make.as !== 'print') return 'Only plain prints are printed with others: a card or a canvas takes its sheet for itself.'
  if (setup.borderless !== 'none') return 'It runs off its sheet: a piece beside others has paper around it.'
  if (brief.items.some(({ content }) => content.as === 'words')) return 'Words lie on it: only pictures are printed with others.'
  if (brief.items.some(({ content }) => content.as === 'picture' && content.picture === null)) return 'It has no picture yet.'
  return null
}

/** What jobs have in common that are printed together. */
const IN_COMMON: { of: string; same(a: Setup, b: Setup): boolean; is(s: Setup): string }[] = [
  { of: 'printer', same: (a, b) => a.printer.id === b.printer.id, is: (s) => s.printer.name },
  { of: 'paper', same: (a, b) => a.paper.id === b.paper.id, is: (s) => s.paper.name },
  { of: 'media type', same: (a, b) => a.mediaType.id === b.mediaType.id, is: (s) => s.mediaType.panelName },
]

/** In what a job differs from those it is to be printed with: “another paper: Pilot Rag”. Null where it is like them. */
export function unlike(first: Setup, other: Setup): string | null {
  const found = IN_COMMON.find(({ same }) => !same(first, other))
  return found ? `another ${found.of}: ${found.is(other)}` : null
}

/** What the finished piece of a job is on its sheet: what it is trimmed to, the sheet that was asked for, or the picture alone. */
function pieceOn({ brief, setup }: Plate, frame: Rect, picture: Rect): Rect {
  if (trimmedTo(brief)) return frame
  return setup?.lot.form === 'roll' && brief.sheet?.length == null ? picture : brief.sheet ? frame : picture
}

/** The pieces of a job as items of a gang: at the size they have by themselves, with the white that belongs to them. */
export function piecesOf({ id, plate }: Member): Item[] {
  const seen = new Set<string>()
  return plate.forms.flatMap((form) => {
    if (form.side === 'back') return []
    return form.placements.flatMap((placement): Item[] => {
      const item = itemById(plate.brief, placement.item)
      if (!item || seen.has(item.id)) return []
      seen.add(item.id)
      const { layout, turn } = viewOfPlacement(form, placement)
      const { picture } = layout
      const piece = pieceOn(plate, layout.frame, picture)
      const around = gaps(piece, picture)
      const white = { head: 0, right: 0, foot: 0, left: 0 }
      for (const edge of EDGES) white[pictureEdge(edge, turn)] = Math.max(0, Math.round(around[edge]))
      const [w, h] = isSideways(turn) ? [picture.h, picture.w] : [picture.w, picture.h]
      return [
        {
          ...item,
          size: { by: 'picture', width: Math.max(1, Math.round(w)), height: Math.max(1, Math.round(h)) },
          white: EDGES.every((edge) => Math.round(around[edge]) <= 0) ? null : white,
          piece: { job: id, item: item.id, dueAt: plate.brief.dueAt },
        },
      ]
    })
  })
}

/** Decisions of the first job that hold for all: machine, paper and ink; where and how each lies is worked out anew. */
const HELD = ['printer', 'path', 'stock', 'media-type', 'quality', 'platen-gap', 'colour-management', 'profile'] as const

/** A job that prints the pieces of these together, set up as the first of them. The members are alike. */
export function gangOf(members: readonly [Member, ...Member[]]): { title: string; brief: Brief; pins: Plate['pins'] } {
  const [first] = members
  const items = members.flatMap(piecesOf).map((item, i) => ({ ...item, id: String(i + 1) }))
  const due = members.flatMap(({ plate }) => plate.brief.dueAt ?? []).sort()[0] ?? null
  const value = (key: string) => first.plate.decisions.find((d) => d.key === key)?.value
  return {
    title: `Gang of ${members.map(({ id }) => id).join(', ')}`.slice(0, 120),
    brief: {
      ...EMPTY_BRIEF,
      items,
      paperId: first.plate.setup?.paper.id ?? null,
      unit: first.plate.brief.unit,
      dueAt: due,
      // Nobody is asked for a sheet: a roll is as long as it takes.
      sheet: null,
      arrangement: { ...NEW_ARRANGEMENT.sizes, gutter: 4000, border: 0 },
    },
    pins: Object.fromEntries(HELD.flatMap((key) => (value(key) == null ? [] : [[key, value(key)]]))),
  }
}

/** A piece cut out of its sheet, as a sheet of its own. */
function cutOut(form: Form, placement: Placement, index: number, count: number): Form {
  const { face } = placement
  const moved = (r: Rect): Rect => ({ ...r, x: r.x - face.x, y: r.y - face.y })
  const sheet = { x: 0, y: 0, w: face.w, h: face.h }
  const printable = intersect(moved(form.printable), sheet)
  const area = { sheet, frame: sheet, page: sheet, printable }
  return {
    ...form,
    ...area,
    id: index === 0 ? 'front' : `front-${index + 1}`,
    count,
    placements: [{ ...placement, face: sheet, ...land(area, moved(placement.picture)) }],
    mark: null,
    captions: [],
    strokes: [],
  }
}

/** What these items of the forms take, ml by ink. */
function inkOfItems(of: Parameters<typeof inkOfSheet>[0], forms: readonly Form[], items: ReadonlySet<string>): Record<string, number> {
  const taken: Record<string, number> = {}
  for (const form of forms) {
    const each = inkOfSheet(of, { placements: form.placements.filter(({ item }) => items.has(item)) })
    for (const [id, ml] of Object.entries(each)) taken[id] = (taken[id] ?? 0) + ml * form.count
  }
  return taken
}

/**
 * The pieces of one job out of a gang, as the plate its own run was printed with: each a sheet of its own as it is cut, with
 * its share of paper and time by area, and the ink that its own pictures take.
 */
export function shareOf(plate: Plate, job: number): Plate {
  const mine = new Set(plate.brief.items.filter(({ piece }) => piece?.job === job).map(({ id }) => id))
  const area = (of: Plate['forms']) =>
    of.reduce((sum, form) => sum + form.count * form.placements.reduce((a, { face }) => a + face.w * face.h, 0), 0)
  const fronts = plate.forms.filter((form) => form.side === 'front')
  const found = new Map<string, { form: Form; placement: Placement; count: number }>()
  for (const form of fronts)
    for (const placement of form.placements) {
      if (!mine.has(placement.item)) continue
      const known = found.get(placement.item)
      found.set(placement.item, { form, placement, ...known, count: (known?.count ?? 0) + form.count })
    }
  const forms = [...found.values()].map(({ form, placement, count }, i) => cutOut(form, placement, i, count))
  const share = area(forms) / Math.max(1, area(fronts))
  const { estimates, setup } = plate
  const inks = setup ? inkOfItems({ ...setup, brief: plate.brief }, fronts, mine) : {}
  return {
    ...plate,
    brief: { ...plate.brief, items: plate.brief.items.filter(({ id }) => mine.has(id)) },
    forms,
    findings: plate.findings.filter(({ item }) => item === null || mine.has(item)),
    estimates: estimates && {
      ...estimates,
      sheets: sheetsOf(forms),
      printingSeconds: estimates.printingSeconds * share,
      loadingMinutes: estimates.loadingMinutes * share,
      handsMinutes: estimates.handsMinutes * share,
      inkMillilitres: Object.values(inks).reduce((sum, ml) => sum + ml, 0),
      inks,
      inkPrice: setup && estimates.inkPrice !== null ? inkPriceOf(setup.printer, inks) : null,
      paperPrice: estimates.paperPrice * share,
      rollLength: estimates.rollLength * share,
    },
  }
}

/** A gang's brief with the pieces of one of its jobs as they are now; without them where the job has left. */
export function withPiecesOf(brief: Brief, job: number, pieces: readonly Item[]): Brief {
  const old = brief.items.filter(({ piece }) => piece?.job === job)
  const others = brief.items.filter(({ piece }) => piece?.job !== job)
  const at = Math.max(
    0,
    brief.items.findIndex(({ piece }) => piece?.job === job),
  )
  const taken = [...others.map(({ id }) => ({ id })), ...old.map(({ id }) => ({ id }))]
  const fresh = pieces.map((piece): Item => {
    const id = old.find((one) => one.piece?.item === piece.piece?.item)?.id ?? freeItemId(taken)
    taken.push({ id })
    return { ...piece, id }
  })
  return { ...brief, items: [...others.slice(0, at), ...fresh, ...others.slice(at)] }
}
