import type { Um } from '../length/length.ts'
import { parsePwgName, type Size } from './pwg.ts'

export interface NamedSize extends Size {
  /** What people in a studio call it. */
  name: string
  /** Other ways it is typed, lower case. */
  also: string[]
}

/** [PWG 5101.1 name, what people call it, other spellings] */
const TABLE: readonly [string, string, ...string[]][] = [
  ['iso_a0_841x1189mm', 'A0'],
  ['iso_a1_594x841mm', 'A1'],
  ['iso_a2_420x594mm', 'A2'],
  ['iso_a3_297x420mm', 'A3'],
  ['iso_a4_210x297mm', 'A4'],
  ['iso_a5_148x210mm', 'A5'],
  ['iso_a6_105x148mm', 'A6'],
  ['iso_a7_74x105mm', 'A7'],
  ['iso_b0_1000x1414mm', 'ISO B0'],
  ['iso_b1_707x1000mm', 'ISO B1'],
  ['iso_b2_500x707mm', 'ISO B2'],
  ['iso_b3_353x500mm', 'ISO B3'],
  ['iso_b4_250x353mm', 'ISO B4'],
  ['iso_b5_176x250mm', 'ISO B5'],
  ['iso_c4_229x324mm', 'C4'],
  ['iso_c5_162x229mm', 'C5'],
  ['iso_c6_114x162mm', 'C6'],
  ['iso_ra2_430x610mm', 'RA2'],
  ['iso_ra3_305x430mm', 'RA3'],
  ['iso_ra4_215x305mm', 'RA4'],
  ['iso_sra2_450x640mm', 'SRA2'],
  ['iso_sra3_320x450mm', 'SRA3'],
  ['jis_b0_1030x1456mm', 'JIS B0', 'b0 jis', 'b0 (jis)'],
  ['jis_b1_728x1030mm', 'JIS B1', 'b1 jis', 'b1 (jis)'],
  ['jis_b2_515x728mm', 'JIS B2', 'b2 jis', 'b2 (jis)'],
  ['jis_b3_364x515mm', 'JIS B3', 'b3 jis', 'b3 (jis)'],
  ['jis_b4_257x364mm', 'JIS B4', 'b4 jis', 'b4 (jis)'],
  ['jis_b5_182x257mm', 'JIS B5', 'b5 jis', 'b5 (jis)'],
  ['jpn_hagaki_100x148mm', '100 × 148 mm card', 'hagaki'],
  ['om_small-photo_100x150mm', '10 × 15 cm'],
  ['om_small-photo_100x200mm', '10 × 20 cm'],
  ['om_invite_220x220mm', '22 × 22 cm'],
  ['iso_dl_110x220mm', 'DL'],
  ['oe_photo-l_3.5x5in', '3.5 × 5 in'],
  ['na_index-5x8_5x8in', '5 × 8 in'],
  ['na_index-4x6_4x6in', '4 × 6 in'],
  ['na_5x7_5x7in', '5 × 7 in'],
  ['na_govt-letter_8x10in', '8 × 10 in'],
  ['na_arch-a_9x12in', '9 × 12 in', 'arch a'],
  ['na_letter_8.5x11in', 'Letter', 'us letter', 'ansi a'],
  ['na_invoice_5.5x8.5in', 'Half letter', 'statement', 'invoice'],
  ['na_executive_7.25x10.5in', 'Executive'],
  ['na_legal_8.5x14in', 'Legal', 'us legal'],
  ['na_ledger_11x17in', '11 × 17 in', 'tabloid', 'ledger', 'ansi b'],
  ['na_edp_11x14in', '11 × 14 in'],
  ['na_arch-b_12x18in', '12 × 18 in', 'arch b'],
  ['na_super-b_13x19in', '13 × 19 in', 'super b'],
  ['na_c_17x22in', '17 × 22 in', 'ansi c'],
  ['na_d_22x34in', '22 × 34 in', 'ansi d'],
  ['na_e_34x44in', '34 × 44 in', 'ansi e'],
  ['na_wide-format_30x42in', '30 × 42 in'],
  ['na_arch-c_18x24in', '18 × 24 in', 'arch c'],
  ['na_arch-d_24x36in', '24 × 36 in', 'arch d'],
  ['na_arch-e_36x48in', '36 × 48 in', 'arch e'],
]

/** Named sheets that studio printers use, portrait, smallest family first. */
export const NAMED_SIZES: readonly NamedSize[] = TABLE.map(([pwg, name, ...also]) => {
  const size = parsePwgName(pwg)
  if (!size) throw new Error(`not a self-describing size name: ${pwg}`)
  return { pwg, name, also, width: size.width, length: size.length }
})

const BY_PWG = new Map(NAMED_SIZES.map((size) => [size.pwg, size]))

/** Sizes people have a name for and PWG 5101.1 has not, µm. A3+ is what paper is sold as; common practice. */
export const SOLD_AS: readonly { name: string; also: readonly string[]; width: Um; length: Um }[] = [
  { name: 'A3+', also: ['a3 plus', 'super a3'], width: 329_000, length: 483_000 },
]

/** The named size with this PWG name, or undefined. */
export const namedSize = (pwg: string): NamedSize | undefined => BY_PWG.get(pwg)

/** How near a size has to come to its name, µm. */
const NEAR = 100
/** Sizes by the whole millimetres that a shorter edge near theirs may have: a name is asked for at every sheet that is fed. */
const BY_SHORT = new Map<number, NamedSize[]>()
for (const size of NAMED_SIZES)
  for (const at of new Set([size.width - NEAR, size.width + NEAR].map((um) => Math.floor(um / 1000))))
    BY_SHORT.set(at, [...(BY_SHORT.get(at) ?? []), size])

/** The named size of exactly these edges, either way round (to 0.1 mm), or undefined. */
export function nameOf(width: Um, length: Um): NamedSize | undefined {
  const [short, long] = width <= length ? [width, length] : [length, width]
  return BY_SHORT.get(Math.floor(short / 1000))?.find((s) => Math.abs(s.width - short) < NEAR && Math.abs(s.length - long) < NEAR)
}

/** Photo sizes people cut to that PWG 5101.1 has no name for, typed as they are said. Common practice. */
const UNNAMED = ['4 × 4 in', '8 × 8 in', '8 × 12 in', '12 × 12 in', '12 × 16 in', '16 × 20 in', '20 × 24 in', '20 × 30 in']

/** Roll widths studio printers take, in inches. Common practice. */
const ROLL_WIDTHS = [8, 10, 13, 16, 17, 24, 36, 44]

/** Everything the size field offers, as it would be typed: the studio's own favourites first, nothing twice. */
export function offeredSizes(favourites: readonly string[] = []): string[] {
  const usual = [...NAMED_SIZES.map((s) => s.name), ...UNNAMED, ...ROLL_WIDTHS.map((w) => `${w} in roll`)]
  const first = new Set(favourites)
  return [...first, ...usual.filter((name) => !first.has(name))]
}
