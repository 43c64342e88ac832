const TAG = { count: 128, first: 132, size: 12 } as const
const ascii = (text: string) => [...text].reduce((n, c) => (n << 8) | c.charCodeAt(0), 0) >>> 0

/**
 * A copy of a profile in which the tables of one intent (0 perceptual, 2 saturation) stand where the measured ones do,
 * so that they can be read as they are under the relative intent. A colour engine scales black when a perceptual table
 * meets a version 4 space: right for a picture, and wrong where the table itself is being looked at. A table the
 * profile does not have stays the measured one. Source: ICC.1, tag table at byte 128.
 */
export function tablesAlone(profile: Uint8Array, intent: '0' | '1' | '2'): Uint8Array {
  if (intent === '1') return profile
  const copy = new Uint8Array(profile)
  const view = new DataView(copy.buffer)
  const entries = Array.from({ length: view.getUint32(TAG.count) }, (_, i) => TAG.first + i * TAG.size)
  const entry = (tag: string) => entries.find((at) => view.getUint32(at) === ascii(tag))
  for (const way of ['A2B', 'B2A']) {
    const [measured, wanted] = [entry(`${way}1`), entry(`${way}${intent}`)]
    if (measured === undefined || wanted === undefined) continue
    view.setUint32(measured + 4, view.getUint32(wanted + 4))
    view.setUint32(measured + 8, view.getUint32(wanted + 8))
  }
  return copy
}
