import type { Metadata } from 'sharp'

/** More than this is not given to one picture, bytes: with everything else the server stays below 1.3 GB. */
export const MOST_DECODE_BYTES = 1_000_000_000
/** Pictures that take less are decoded beside each other. */
export const LARGE_DECODE_BYTES = 150_000_000

/** Samples a pixel has with chroma subsampling, all components together (JPEG, ITU-T T.81 A.1.1). */
const SAMPLES: Record<string, number> = { '4:2:0': 1.5, '4:2:2': 2, '4:4:0': 2, '4:1:1': 1.5, '4:4:4': 3 }
const BYTES: Record<string, number> = { uchar: 1, char: 1, ushort: 2, short: 2, uint: 4, int: 4, float: 4, double: 8 }

/**
 * Bytes a picture takes while it is decoded. Most formats come line by line. A progressive JPEG has every coefficient (two
 * bytes) in memory until its last scan, an interlaced PNG every pixel until its last pass.
 */
export function decodeMemory(
  meta: Pick<Metadata, 'format' | 'width' | 'height' | 'isProgressive' | 'chromaSubsampling' | 'channels' | 'depth'>,
): number {
  const { format, width = 0, height = 0, isProgressive, chromaSubsampling = '', channels = 3, depth = 'uchar' } = meta
  if (!isProgressive) return 0
  const pixels = width * height
  if (format === 'jpeg') return pixels * 2 * (channels === 1 ? 1 : channels === 4 ? 4 : (SAMPLES[chromaSubsampling] ?? 3))
  return format === 'png' ? pixels * channels * (BYTES[depth] ?? 1) : 0
}
