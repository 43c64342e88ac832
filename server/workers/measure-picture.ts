import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { countColours, packCount, readCount } from '../../core/color/count/colour-count.ts'
import { type CriticalColour, followColour as follow } from '../../core/color/critical.ts'
import { analyse } from '../../core/color/measure/analyse.ts'
import type { Measures } from '../../core/color/measure/measures.ts'
import { loadEngine } from './engine.ts'

/** Counts the colours of a picture's preview, in the picture's own numbers; answers with the count as bytes. */
export async function countPicture({ preview }: { preview: string }): Promise<Uint8Array> {
  const { data, info } = await sharp(preview, { ignoreIcc: true })
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const rgb =
    info.channels === 3
      ? data
      : Uint8Array.from({ length: info.width * info.height * 3 }, (_, i) => data[Math.floor(i / 3) * info.channels] as number)
  return packCount(countColours(rgb, info.width, info.height))
}

export interface MeasureTask {
  /** File of the colour count. */
  count: string
  /** File of the picture's own profile, or null for sRGB. */
  source: string | null
  /** File of the printer's profile. */
  printer: string
}

/** What every intent does to the counted picture on one paper. */
export async function measurePicture({ count, source, printer }: MeasureTask): Promise<Measures> {
  const read = readCount(new Uint8Array(await readFile(count)))
  if (!read.ok) throw new Error(read.problem.message)
  const own = source === null ? ('srgb' as const) : new Uint8Array(await readFile(source))
  return analyse(await loadEngine(), read.value, own, new Uint8Array(await readFile(printer)))
}

/** Follows one colour to every paper. */
export async function followColour({
  rgb,
  source,
  profiles,
}: {
  rgb: [number, number, number]
  source: string | null
  profiles: { id: string; file: string }[]
}): Promise<Pick<CriticalColour, 'lab' | 'misses'>> {
  const own = source === null ? ('srgb' as const) : new Uint8Array(await readFile(source))
  const read = await Promise.all(profiles.map(async ({ id, file }) => ({ id, bytes: new Uint8Array(await readFile(file)) })))
  return follow(await loadEngine(), rgb, own, read)
}
