import { inch, mm } from '../core/things/length/length.ts'
import { type Lot, LotSchema, type Paper, type PaperInput, PaperSchema } from '../core/things/media/media.ts'
import { parsePwgName } from '../core/things/sizes/pwg.ts'

const paper = (
  id: string,
  name: string,
  surface: Paper['surface'],
  weight: number,
  thickness: number,
  white: Paper['white'],
  pricePerSquareMetre: number,
  twoSided = false,
): Paper => PaperSchema.parse({ id, name, surface, weight, thickness, white, twoSided, pricePerSquareMetre } satisfies PaperInput)

/** Papers of the museum's print room. All invented. */
export const PAPERS: Paper[] = [
  paper('beacon-gloss', 'Beacon Gloss 260', 'gloss', 260, 258, [95.8, 0.3, -4.2], 9),
  paper('harbour-lustre', 'Harbour Lustre 255', 'satin', 255, 250, [95.2, 0.2, -3], 10),
  paper('lamproom-baryta', 'Lamp Room Baryta 310', 'gloss', 310, 360, [96.4, -0.2, 0.8], 24),
  paper('quay-matte', 'Quay Matte 189', 'matte', 189, 235, [96.2, 1, -4.8], 6),
  paper('saltmarsh-cotton', 'Saltmarsh Cotton 308', 'art', 308, 470, [96.6, -0.2, 2.2], 28),
  paper('groyne-watercolour', 'Groyne Watercolour 300', 'art', 300, 520, [95.4, 0, 4.1], 26),
  paper('pilot-rag', 'Pilot Rag 188', 'art', 188, 300, [96.8, -0.3, 1.9], 18),
  paper('keepsake-card', 'Keepsake Card 270', 'matte', 270, 330, [95.9, 0.6, -2.5], 12, true),
  paper('breakwater-board', 'Breakwater Board', 'board', 980, 1300, [93.8, 0.1, 2.6], 34),
  paper('mainsail-canvas', 'Mainsail Canvas 380', 'canvas', 380, 480, [94.6, -0.1, 1.4], 22),
  paper('logbook-plain', 'Logbook Plain 90', 'plain', 90, 110, [93.5, 1.8, -8], 0.9, true),
  paper('fairway-satin', 'Fairway Satin 240', 'satin', 240, 240, [95, 0.1, -2.2], 8),
]

const sheets = (id: string, paperId: string, pwg: string, measuredMm: [number, number], stock: number, spreadMm = 0.2): Lot => {
  const size = parsePwgName(pwg)
  if (!size) throw new Error(`demo lot ${id}: ${pwg} is not a size name`)
  const { width, length } = size
  return LotSchema.parse({
    id,
    paperId,
    form: 'sheet',
    pwg,
    nominal: { width, length },
    measured: { width: mm(measuredMm[0]), length: mm(measuredMm[1]) },
    spread: mm(spreadMm),
    stock,
  })
}

const odd = (id: string, paperId: string, nominalMm: [number, number], measuredMm: [number, number], stock: number): Lot =>
  LotSchema.parse({
    id,
    paperId,
    form: 'sheet',
    pwg: null,
    nominal: { width: mm(nominalMm[0]), length: mm(nominalMm[1]) },
    measured: { width: mm(measuredMm[0]), length: mm(measuredMm[1]) },
    spread: mm(0.3),
    stock,
  })

const roll = (id: string, paperId: string, inches: number, measuredMm: number, fullMetres: number, leftMetres: number): Lot =>
  LotSchema.parse({
    id,
    paperId,
    form: 'roll',
    pwg: null,
    nominal: { width: inch(inches), length: mm(fullMetres * 1000) },
    measured: { width: mm(measuredMm), length: mm(fullMetres * 1000) },
    spread: mm(0.1),
    stock: mm(leftMetres * 1000),
  })

/** Boxes and rolls on the shelf, with what they really measure. */
export const LOTS: Lot[] = [
  sheets('gloss-a4', 'beacon-gloss', 'iso_a4_210x297mm', [209.8, 296.9], 42),
  sheets('gloss-4x6', 'beacon-gloss', 'na_index-4x6_4x6in', [101.6, 152.3], 180),
  sheets('gloss-super-b', 'beacon-gloss', 'na_super-b_13x19in', [330.2, 482.4], 25),
  sheets('lustre-a3', 'harbour-lustre', 'iso_a3_297x420mm', [296.6, 419.8], 31),
  sheets('lustre-a2', 'harbour-lustre', 'iso_a2_420x594mm', [419.2, 593.6], 18),
  sheets('baryta-super-b', 'lamproom-baryta', 'na_super-b_13x19in', [330.2, 482.8], 12),
  sheets('baryta-a3', 'lamproom-baryta', 'iso_a3_297x420mm', [297.3, 420.2], 9),
  sheets('matte-a4', 'quay-matte', 'iso_a4_210x297mm', [210.1, 297], 85),
  odd('matte-strip', 'quay-matte', [203, 1000], [202.4, 999.2], 14),
  sheets('cotton-a3', 'saltmarsh-cotton', 'iso_a3_297x420mm', [296.2, 419.1], 22, 0.3),
  sheets('cotton-super-b', 'saltmarsh-cotton', 'na_super-b_13x19in', [330.2, 481.8], 16, 0.3),
  sheets('watercolour-a3', 'groyne-watercolour', 'iso_a3_297x420mm', [298.1, 421], 11, 0.4),
  roll('rag-17', 'pilot-rag', 17, 431.9, 12, 7.4),
  sheets('card-a4', 'keepsake-card', 'iso_a4_210x297mm', [209.9, 296.8], 60),
  sheets('card-4x6', 'keepsake-card', 'na_index-4x6_4x6in', [101.4, 152.2], 240),
  sheets('board-a3', 'breakwater-board', 'iso_a3_297x420mm', [297, 419.4], 8, 0.3),
  roll('canvas-44', 'mainsail-canvas', 44, 1117.2, 12, 9.1),
  sheets('plain-a4', 'logbook-plain', 'iso_a4_210x297mm', [210, 297], 480),
  sheets('plain-a3', 'logbook-plain', 'iso_a3_297x420mm', [297, 420], 350),
  roll('satin-24', 'fairway-satin', 24, 609.4, 30, 21.5),
  roll('satin-44', 'fairway-satin', 44, 1117.6, 30, 4.8),
]
