import Papa from 'papaparse'
import type { Um, Unit } from '../../things/length/length.ts'
import { parseSize } from '../../things/sizes/size-field.ts'

/** What is asked for one of many pictures: only what is said. */
export interface Wish {
  size?: { width: Um; height: Um }
  copies?: number
  /** As the list has it: the name or code of a paper. */
  paper?: string
}

/** Most copies of one picture. */
const MOST = 10_000

const NUMBER = String.raw`\d{1,4}(?:[.,]\d{1,3})?`
const SIZE = new RegExp(String.raw`(?<![\d.,])${NUMBER}\s*[x×]\s*${NUMBER}\s*(?:mm|cm|in|inch|")(?![a-z])`, 'i')
const NAMED = /(?<![a-z0-9])(?:A[2-7]|B[2-5]|letter|tabloid)(?![a-z0-9])/i
const COPIES = [/(?<![a-z0-9])x\s?(\d{1,5})(?![\da-z.,])/i, /(?<![a-z0-9.,])(\d{1,5})\s?(?:x|×|copies|prints|off|pcs)(?![a-z0-9])/i]

function sizeIn(text: string, unit: Unit): Wish['size'] {
  const parsed = parseSize(text.trim(), unit, 'finished')
  if (!parsed.ok || parsed.value.width === null || parsed.value.length === null) return undefined
  return { width: parsed.value.width, height: parsed.value.length }
}

/** Size and copies that the name of a file says: “fog-bank 13x18cm x2.jpg”, “A4_lens_3 copies.tif”. */
export function wishInName(name: string, unit: Unit): Wish {
  const words = name.replace(/\.[a-z0-9]{2,5}$/i, '').replace(/_/g, ' ')
  const size = SIZE.exec(words)?.[0] ?? NAMED.exec(words)?.[0]
  // A size is full of numbers that are not copies.
  const rest = size ? words.replace(size, ' ') : words
  const copies = COPIES.map((pattern) => Number(pattern.exec(rest)?.[1] ?? 0)).find((n) => n > 0 && n <= MOST)
  const read = size ? sizeIn(size, unit) : undefined
  return { ...(read ? { size: read } : {}), ...(copies ? { copies } : {}) }
}

/** What is wrong with a line of a list. */
export interface BadLine {
  line: number
  says: string
}

const HEADS: Record<'name' | 'size' | 'copies' | 'paper', RegExp> = {
  name: /^(?:name|file|picture|image|filename|file name)$/i,
  size: /^(?:size|format|dimensions)$/i,
  copies: /^(?:copies|count|quantity|qty|number|prints)$/i,
  paper: /^(?:paper|stock|media)$/i,
}

const plain = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/^.*[\\/]/, '')
const stem = (name: string) => plain(name).replace(/\.[a-z0-9]{2,5}$/, '')

/**
 * Sizes, copies and papers from a list (CSV with a head; comma, semicolon or tab) for these files, by name with or without its
 * ending.
 * @returns what is asked for by file, lines that cannot be read, and names no file has
 */
export function readBatchList(
  text: string,
  files: readonly string[],
  unit: Unit,
): { wishes: Map<string, Wish>; bad: BadLine[]; missing: string[] } {
  const wishes = new Map<string, Wish>()
  const bad: BadLine[] = []
  const missing: string[] = []
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' })
  const [head = [], ...rows] = data
  const column = Object.fromEntries(
    Object.entries(HEADS).map(([key, pattern]) => [key, head.findIndex((cell) => pattern.test(cell.trim()))]),
  ) as Record<keyof typeof HEADS, number>
  if (column.name < 0)
    return {
      wishes,
      bad: [{ line: 1, says: 'The first line has no heading “name”: the list needs a column with the names of the files.' }],
      missing,
    }
  const byName = new Map<string, string>()
  for (const file of files) {
    byName.set(stem(file), file)
    byName.set(plain(file), file)
  }
  for (const [i, row] of rows.entries()) {
    const line = i + 2
    const cell = (of: keyof typeof HEADS) => (column[of] < 0 ? '' : (row[column[of]] ?? '').trim())
    const name = cell('name')
    const file = byName.get(plain(name)) ?? byName.get(stem(name))
    if (!file) {
      missing.push(name || `line ${line}`)
      continue
    }
    const wish: Wish = {}
    const size = cell('size')
    if (size) {
      const read = sizeIn(size, unit)
      if (read) wish.size = read
      else bad.push({ line, says: `“${size}” is no size with a width and a height.` })
    }
    const copies = cell('copies')
    if (copies) {
      const n = Number(copies)
      if (Number.isInteger(n) && n >= 1 && n <= MOST) wish.copies = n
      else bad.push({ line, says: `“${copies}” is no number of copies between 1 and ${MOST}.` })
    }
    if (cell('paper')) wish.paper = cell('paper')
    wishes.set(file, wish)
  }
  return { wishes, bad, missing }
}
