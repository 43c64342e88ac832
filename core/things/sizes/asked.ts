import { type Um, type Unit, writeLength, writeSize } from '../length/length.ts'

/** How a size that was asked for is said in one unit: its name is the caller's business. */
export function writeAsked(size: { width: Um | null; length: Um | null }, unit: Unit): string {
  if (size.width === null) return size.length === null ? '' : `${writeLength(size.length, unit)} long`
  return size.length === null ? `${writeLength(size.width, unit)} roll` : writeSize(size.width, size.length, unit)
}
