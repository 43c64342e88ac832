import type { Arranged } from '../../sheet/arrange/arranged.ts'
import { backOf, formOf } from '../../sheet/arrange/forms.ts'
import { cutMarks } from '../../sheet/arrange/strokes.ts'
import { type Form, type SideView, sheetsOf, viewOf, viewOfPlacement } from '../../sheet/form.ts'
import { areaOf, type EdgeMode, type Layout, land } from '../../sheet/layout.ts'
import { backArea, backForm } from '../../sheet/make/back-side.ts'
import { setText, type TextBlock } from '../../sheet/make/back-text.ts'
import { backPanel, backTurn, type Fold, foldOf } from '../../sheet/make/folded-card.ts'
import { markIn } from '../../sheet/make/sample-mark.ts'
import { faceOf } from '../../sheet/make/wrapped-canvas.ts'
import { type Crop, pixelsPerInch } from '../../sheet/placement.ts'
import { intersect, type Rect } from '../../sheet/rect.ts'
import type { Together } from '../../things/brief/arrangement.ts'
import { togetherOf, trimmedTo } from '../../things/brief/brief.ts'
import { type Item, pictureOf } from '../../things/brief/item.ts'
import type { Picture } from '../../things/brief/picture.ts'
import type { Given } from '../decisions/decision.ts'
import { intentDecision } from '../decisions/intent.ts'
import { orientationDecision } from '../decisions/orientation.ts'
import { placementDecision } from '../decisions/placement.ts'
import type { Decided, DecisionLine } from '../decisions/registry.ts'
import { edgeMode, roomFor } from '../decisions/room.ts'
import { type Estimates, estimate } from '../estimates/estimates.ts'

/** An item where it lies on one of the forms: what the checks of a picture look at. */
export interface Lies {
  /** Id of the form; null where all lie alone and there is but one. */
  on: string
  item: Item
  picture: Picture
  layout: Layout
  turn: SideView['turn']
  crop: Crop
  /** What is seen from the front: the picture, or without what goes round the bars. */
  face: Rect
  /** Pixels of the picture per inch of paper. */
  ppi: number
  intent: Decided['intent']
}

/** What was given and everything that was decided, with what follows from it. */
export interface Settled extends Given, Decided, Omit<Lies, 'on' | 'item'> {
  edges: EdgeMode
  forms: Form[]
  /** How the items lie together; null where each has sheets of its own. */
  together: Together | null
  /** Every item as it lies, each size and turn of it once. */
  lies: readonly Lies[]
  /** Sheets, or cuts from the roll, in all. */
  sheets: number
  fold: Fold | null
  /** Words printed in the same pass, on a card's back panel. */
  text: TextBlock | null
  /** The mark of a sheet out of a sample pack, where its border has room for it. */
  mark: TextBlock | null
  /** The second pass of a two-sided job. */
  back: Form | null
  estimates: Estimates
  /** Decisions about items beside the first. */
  lines: readonly DecisionLine[]
}

const areaFor = ({ way, path, page, offset, turn, ...known }: Given & Decided, edges: EdgeMode) =>
  areaOf({
    sheet: way.fed,
    page,
    registration: path.registration,
    edges,
    offset,
    frame: roomFor({ ...known, way, path, page, offset }, turn).frame,
  })

/** The front of a sheet with one item. */
function frontForm(known: Given & Decided, edges: EdgeMode, index: number, intent: Decided['intent']): Form {
  const { brief, item, turn, size, placed, lot } = known
  const { make } = brief
  const area = areaFor(known, edges)
  const depth = make.as === 'wrapped-canvas' ? make.depth : 0
  const card = make.as === 'folded-card' ? make : null
  const words = item.content.as === 'words' ? item.content.words : null
  // Sides that are mirrored, stretched or plain are not the picture's own pixels.
  const ppi = pixelsPerInch(pictureOf(item), turn, size, make.as === 'wrapped-canvas' && make.wrap !== 'picture' ? 2 * depth : 0)
  return {
    id: index === 0 ? 'front' : `front-${index + 1}`,
    side: 'front',
    count: item.copies,
    ...area,
    placements: [
      {
        item: item.id,
        turn,
        crop: words ? null : size.crop,
        face: faceOf(placed, depth),
        ppi,
        intent: intent === known.intent ? null : intent,
        ...land(area, placed),
      },
    ],
    fold: card && foldOf(card, area.sheet),
    text: card ? setText(card.text, backPanel(card, area.sheet, turn), backTurn(card, turn)) : setText(words, placed, turn),
    mark: brief.sampleMark && make.as === 'print' ? markIn(lot.mark, intersect(area.printable, area.frame), placed) : null,
    captions: [],
    // Where it is to be trimmed.
    strokes: trimmedTo(brief) ? cutMarks('corners', [area.frame], [placed], area.printable) : [],
  }
}

/** Which intent an item gets by itself: the plate's where that is pinned, and what its own kind asks for where it is not. */
const intentFor = (known: Given & Decided, item: Item): Decided['intent'] =>
  intentDecision.take({ ...known, item }, true).sets?.intent ?? known.intent

/** Every item on sheets of its own, each turned and placed as it suits it. */
function apartForms(known: Given & Decided, edges: EdgeMode): { forms: Form[]; lines: DecisionLine[] } {
  const { brief, way, path, page, offset } = known
  const forms: Form[] = []
  const lines: DecisionLine[] = []
  for (const [index, item] of brief.items.entries()) {
    let of = known
    if (index > 0) {
      const turned = orientationDecision.take({ ...known, item }, true)
      const placed = placementDecision.take({ ...known, item, ...turned.sets }, true)
      of = { ...known, item, ...turned.sets, ...placed.sets }
      lines.push(turned.line, placed.line)
    }
    const front = frontForm(of, edges, index, intentFor(known, item))
    forms.push(front)
    const { frame } = front
    const back = backForm({ brief, item, picture: pictureOf(item), path, sheet: way.fed, page, offset, turn: of.turn, frame })
    if (back) forms.push(index === 0 ? back : { ...back, id: `back-${index + 1}` })
  }
  return { forms, lines }
}

/** Items that lie together on their forms, fronts and backs. */
function togetherForms(known: Given & Decided, together: Together, arranged: Arranged, edges: EdgeMode): Form[] {
  const { brief, lot, placed, way, path, page, offset } = known
  const { make } = brief
  const area = areaFor(known, edges)
  const intents = new Map(brief.items.map((item) => [item.id, intentFor(known, item)]))
  const behind = make.as === 'two-sided' ? backArea({ path, sheet: way.fed, page, offset }) : null
  return arranged.sheets.flatMap((sheet, index) => {
    const form = formOf(sheet, index, { together, brief, area, at: placed, lotMark: lot.mark })
    for (const placement of form.placements) {
      const intent = intents.get(placement.item)
      placement.intent = intent === undefined || intent === known.intent ? null : intent
    }
    return make.as === 'two-sided' && behind ? [form, backOf(form, make, brief, behind)] : [form]
  })
}

/** Every item as it lies on the fronts, one of each size, turn and crop. */
function liesOf(forms: readonly Form[], known: Given & Decided): Lies[] {
  const items = new Map(known.brief.items.map((item) => [item.id, item]))
  const seen = new Set<string>()
  return forms.flatMap((form) =>
    form.side === 'back'
      ? []
      : form.placements.flatMap((placement): Lies[] => {
          const item = items.get(placement.item)
          const { picture: r, lost, turn, clipped } = placement
          const key = `${placement.item} ${r.w} ${r.h} ${turn} ${lost} ${clipped.leading} ${clipped.trailing} ${clipped.left} ${clipped.right}`
          if (!item || seen.has(key)) return []
          seen.add(key)
          const { layout, crop, face, ppi } = viewOfPlacement(form, placement)
          return [
            {
              on: form.id,
              item,
              picture: pictureOf(item),
              layout,
              turn,
              crop: crop ?? { x: 0, y: 0, w: 1, h: 1 },
              face,
              ppi: ppi ?? 0,
              intent: placement.intent ?? known.intent,
            },
          ]
        }),
  )
}

/** What follows from settled decisions: geometry and estimates. */
export function settle(known: Given & Decided): Settled {
  const { brief, item, way, size, arranged } = known
  const edges = edgeMode(known)
  const together = togetherOf(brief)
  const { forms, lines } =
    together && arranged ? { forms: togetherForms(known, together, arranged, edges), lines: [] } : apartForms(known, edges)
  const area = areaFor(known, edges)
  const front = forms.find((form) => form.side === 'front')
  // What lies together is judged as the block that was laid out; each picture in it by itself.
  const block = { layout: { ...area, ...land(area, known.placed) }, face: known.placed }
  const { layout, face, fold, text, mark, ppi } = {
    ...(front ? viewOf(front) : { fold: null, text: null, mark: null, ppi: null }),
    ...(together || !front ? block : viewOf(front)),
  }
  const sheets = sheetsOf(forms)
  return {
    ...known,
    picture: pictureOf(item),
    edges,
    forms,
    together,
    lies: liesOf(forms, known),
    sheets,
    layout,
    crop: size.crop,
    face,
    fold,
    text,
    mark,
    back: forms.find((form) => form.side === 'back') ?? null,
    ppi: ppi ?? 0,
    estimates: estimate({ ...known, loaded: way.loaded, sheets }, forms),
    lines,
  }
}
