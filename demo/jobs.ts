import type { Pins } from '../core/plate/decisions/registry.ts'
import type { BriefParts } from '../core/things/brief/brief-of.ts'
import type { Item } from '../core/things/brief/item.ts'
import { mm } from '../core/things/length/length.ts'
import { namedSize } from '../core/things/sizes/named.ts'

export interface DemoJob {
  title: string
  picture: string
  /** What differs from an empty brief and its item. */
  brief: BriefParts
  pins?: Pins
  /** Hours from the start of the demo until it is due; null for no hurry. */
  dueIn: number | null
  /** What has happened to it: nothing yet, or a run with this ending. */
  history: 'setup' | 'right' | 'usable' | 'wasted' | 'inspect' | 'queued' | 'refused'
  note?: string
}

const sheet = (pwg: string) => {
  const size = namedSize(pwg)
  return size ? { width: size.width, length: size.length, name: size.name } : null
}
const A4 = sheet('iso_a4_210x297mm')
const A3 = sheet('iso_a3_297x420mm')
const A2 = sheet('iso_a2_420x594mm')
const SUPER_B = sheet('na_super-b_13x19in')
const CARD = sheet('na_index-4x6_4x6in')
const border = (millimetres: number): Item['size'] => ({ by: 'border', border: mm(millimetres) })
const wide = (millimetres: number): Item['size'] => ({ by: 'picture', width: mm(millimetres), height: null })
const fit: Item['size'] = { by: 'sheet', fill: false }
const fill: Item['size'] = { by: 'sheet', fill: true }

/** Two dozen jobs of the exhibition, in every state a job can be in. */
export const DEMO_JOBS: DemoJob[] = [
  {
    title: 'Red lens, catalogue print',
    picture: 'signal-lens-red.jpg',
    brief: { paperId: 'beacon-gloss', sheet: A4, size: border(12) },
    dueIn: null,
    history: 'right',
    note: 'Lovely reds.',
  },
  {
    title: 'Fog bank, reading copy',
    picture: 'fog-bank.tif',
    brief: { paperId: 'quay-matte', sheet: A4, size: border(15) },
    dueIn: null,
    history: 'right',
  },
  {
    title: 'Souvenir proof',
    picture: 'keepsake-view.jpg',
    brief: { paperId: 'beacon-gloss', sheet: CARD, finish: 'borderless', size: fill },
    dueIn: null,
    history: 'right',
  },
  {
    title: 'Notice for the stairs',
    picture: 'harbour-chart.png',
    brief: { paperId: 'logbook-plain', sheet: A4, size: fit, copies: 3 },
    dueIn: null,
    history: 'usable',
    note: 'Good enough for the stairs.',
  },
  {
    title: 'Lamp room, first try',
    picture: 'lamp-room.jpg',
    brief: { paperId: 'lamproom-baryta', sheet: A3, size: border(25) },
    dueIn: null,
    history: 'wasted',
    note: 'Roller marks in the dark; clean first.',
  },
  {
    title: 'Green lens, wall label',
    picture: 'signal-lens-green.jpg',
    brief: { paperId: 'harbour-lustre', sheet: A3, size: border(20) },
    dueIn: 20,
    history: 'inspect',
  },
  {
    title: 'Blue lens, wall label',
    picture: 'signal-lens-blue.png',
    brief: { paperId: 'harbour-lustre', sheet: A3, size: border(20) },
    dueIn: 20,
    history: 'right',
  },
  {
    title: 'Sea state board',
    picture: 'sea-state.jpg',
    brief: { paperId: 'breakwater-board', sheet: A3, size: wide(360) },
    dueIn: 5,
    history: 'queued',
  },
  {
    title: 'Cotton test, wrong drawer',
    picture: 'fog-bank.tif',
    brief: { paperId: 'saltmarsh-cotton', sheet: SUPER_B, size: border(30) },
    dueIn: null,
    history: 'refused',
  },
  {
    title: 'Red lens, exhibition print',
    picture: 'signal-lens-red.jpg',
    brief: { paperId: 'saltmarsh-cotton', sheet: SUPER_B, size: border(30) },
    dueIn: 26,
    history: 'setup',
  },
  {
    title: 'Blue lens, exhibition print',
    picture: 'signal-lens-blue.png',
    brief: { paperId: 'lamproom-baryta', sheet: SUPER_B, size: border(28) },
    dueIn: 26,
    history: 'setup',
  },
  {
    title: 'Green lens, exhibition print',
    picture: 'signal-lens-green.jpg',
    brief: { paperId: 'beacon-gloss', sheet: SUPER_B, size: border(28), unit: 'in' },
    dueIn: 26,
    history: 'setup',
  },
  {
    title: 'Fog bank, framed',
    picture: 'fog-bank.tif',
    brief: { paperId: 'saltmarsh-cotton', sheet: A3, size: border(35) },
    dueIn: 30,
    history: 'setup',
  },
  {
    title: 'Sea state, framed',
    picture: 'sea-state.jpg',
    brief: { paperId: 'saltmarsh-cotton', sheet: A3, size: border(35) },
    dueIn: 30,
    history: 'setup',
  },
  {
    title: 'Coastline strip, one metre',
    picture: 'coastline-strip.jpg',
    brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: fit },
    dueIn: 8,
    history: 'setup',
  },
  {
    title: 'Coastline banner',
    picture: 'coastline-strip.jpg',
    brief: { paperId: 'fairway-satin', size: wide(1500) },
    dueIn: 48,
    history: 'setup',
  },
  {
    title: 'Keepsake cards, two-sided',
    picture: 'keepsake-view.jpg',
    brief: {
      paperId: 'keepsake-card',
      sheet: CARD,
      size: border(6),
      copies: 30,
      make: {
        as: 'two-sided',
        flip: 'long-edge',
        over: 'work-and-turn',
        backPicture: 'none',
        text: { text: 'Lantern Wharf, the harbour from the lamp room\nPrinted on the wharf', points: 8, at: 'foot', align: 'centre' },
      },
    },
    dueIn: 28,
    history: 'setup',
  },
  {
    title: 'Harbour chart, watercolour',
    picture: 'harbour-chart.png',
    brief: { paperId: 'groyne-watercolour', sheet: A3, size: wide(370) },
    dueIn: 50,
    history: 'setup',
  },
  {
    title: 'Display board, harbour',
    picture: 'harbour-chart.png',
    brief: { paperId: 'breakwater-board', sheet: A3, size: border(10) },
    dueIn: 24,
    history: 'setup',
  },
  {
    title: 'Opening-night cards, folded',
    picture: 'signal-lens-blue.png',
    brief: {
      paperId: 'keepsake-card',
      sheet: A4,
      size: border(12),
      copies: 25,
      make: {
        as: 'folded-card',
        halves: 'long-side',
        opens: 'book',
        text: { text: 'Lantern Wharf', points: 9, at: 'foot', align: 'centre' },
        textInDeadMargin: false,
      },
    },
    dueIn: 10,
    history: 'setup',
  },
  {
    title: 'Souvenirs, 100 by noon',
    picture: 'keepsake-view.jpg',
    brief: { paperId: 'beacon-gloss', sheet: CARD, finish: 'borderless', size: fill, copies: 100 },
    dueIn: 4,
    history: 'setup',
  },
  {
    title: 'Lens canvas for the bars',
    picture: 'signal-lens-red.jpg',
    brief: {
      paperId: 'mainsail-canvas',
      size: wide(900),
      make: { as: 'wrapped-canvas', depth: mm(38), wrap: 'mirror', colour: '#ffffff', tuck: mm(40) },
    },
    dueIn: 70,
    history: 'setup',
  },
  {
    title: 'Lamp room, second try',
    picture: 'lamp-room.jpg',
    brief: { paperId: 'lamproom-baryta', sheet: A3, size: border(25) },
    dueIn: 7,
    history: 'setup',
  },
  {
    title: 'Poster, A2 borderless',
    // Paper at the two ends is accepted: the piece is trimmed there.
    pins: { margins: 'borderless-sides' },
    picture: 'signal-lens-green.jpg',
    brief: { paperId: 'harbour-lustre', sheet: A2, finish: 'borderless', size: fill },
    dueIn: 32,
    history: 'setup',
  },
  { title: 'Rag print from roll', picture: 'fog-bank.tif', brief: { paperId: 'pilot-rag', size: wide(380) }, dueIn: 40, history: 'setup' },
  {
    title: 'Fog bank, wall label',
    picture: 'fog-bank.tif',
    brief: { paperId: 'harbour-lustre', sheet: A3, size: border(20) },
    dueIn: null,
    history: 'right',
  },
  {
    title: 'Red lens, wall label',
    picture: 'signal-lens-red.jpg',
    brief: { paperId: 'harbour-lustre', sheet: A3, size: border(20) },
    dueIn: null,
    history: 'right',
  },
  {
    title: 'Tide tables for the board',
    picture: 'tide-tables.png',
    brief: { paperId: 'breakwater-board', sheet: A3, size: wide(288), keep: ['head'] },
    dueIn: 60,
    history: 'setup',
  },
  {
    title: 'Coastline, half an A2',
    picture: 'coastline-strip.jpg',
    brief: {
      paperId: 'harbour-lustre',
      sheet: { width: mm(210), length: mm(594), name: 'A2 halved lengthwise' },
      size: border(12),
      copies: 4,
    },
    dueIn: 44,
    history: 'setup',
  },
]
