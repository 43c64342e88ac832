import type { Engine, Source, Transform } from '../engine/engine.ts'
import type { Histogram } from './colour-count.ts'

/** The way from RGB to a printer's own numbers, 8 bits each, relative with compensation; null where the profiles cannot be joined. */
export function throughTo(engine: Engine, source: Source, printer: Uint8Array): Transform | null {
  try {
    return engine.transform(source, 'rgb8', printer, 'rgb8', 'relative', { blackPoint: true, coarse: true })
  } catch {
    // A profile that cannot be joined says nothing here; it has a finding of its own.
    return null
  }
}

/**
 * How dark a picture prints on average in the device's cyan, magenta and yellow, 0…1: its counted colours through printers'
 * profiles. Printers differ by a few per cent here, pictures by their whole range: the mean over the profiles stands for any of
 * them. By its own numbers where there is no profile; null for a picture without pixels.
 */
export function inkedBy({ colours, counts, total }: Histogram, through: readonly Transform[]): [number, number, number] | null {
  if (total === 0) return null
  const sum = [0, 0, 0]
  const add = (device: ArrayLike<number>) => {
    for (let n = 0; n < counts.length; n++)
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (1 - (device[n * 3 + c] as number) / 255) * (counts[n] as number)
  }
  for (const way of through) add(way.run(colours, counts.length))
  if (through.length === 0) add(colours)
  const share = (c: number) => Number(((sum[c] as number) / total / Math.max(1, through.length)).toFixed(4))
  return [share(0), share(1), share(2)]
}
