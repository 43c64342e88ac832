import type { Engine, Source } from '../engine/engine.ts'
import type { Histogram } from './colour-count.ts'

/**
 * How dark a picture prints on average in the device's cyan, magenta and yellow, 0…1: its counted colours through printers'
 * profiles, relative with compensation. Printers differ by a few per cent here, pictures by their whole range: the mean
 * over the profiles stands for any of them. By its own numbers where there is no profile; null for a picture without pixels.
 */
export function inkedBy(
  engine: Engine,
  { colours, counts, total }: Histogram,
  source: Source,
  printers: readonly Uint8Array[],
): [number, number, number] | null {
  if (total === 0) return null
  const sum = [0, 0, 0]
  const add = (device: ArrayLike<number>) => {
    for (let n = 0; n < counts.length; n++)
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (1 - (device[n * 3 + c] as number) / 255) * (counts[n] as number)
  }
  let through = 0
  for (const printer of printers)
    try {
      const t = engine.transform(source, 'rgb8', printer, 'rgb8', 'relative', { blackPoint: true })
      add(t.run(colours, counts.length))
      t.free()
      through++
    } catch {
      // A profile that cannot be joined says nothing here; it has a finding of its own.
    }
  if (through === 0) {
    add(colours)
    through = 1
  }
  const share = (c: number) => Number(((sum[c] as number) / total / through).toFixed(4))
  return [share(0), share(1), share(2)]
}
