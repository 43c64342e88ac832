import type { Intent } from '../../things/media/intent.ts'
import type { LittleCms } from './littlecms.ts'

/** Pixel formats as LittleCMS packs them: bytes, channels, colour space, float flag. Source: lcms2.h. */
const pack = (space: number, channels: number, bytes: number, float = 0) => (float << 22) | (space << 16) | (channels << 3) | bytes
const FORMAT = {
  rgb8: pack(4, 3, 1),
  rgb16: pack(4, 3, 2),
  grey8: pack(3, 1, 1),
  grey16: pack(3, 1, 2),
  cmyk8: pack(6, 4, 1),
  /** Percent of ink, 0…100. */
  cmykFloat: pack(6, 4, 4, 1),
  labFloat: pack(10, 3, 4, 1),
} as const
export type Format = keyof typeof FORMAT

const FLAG = { noCache: 0x40, blackPoint: 0x2000, highResolution: 0x400, noOptimize: 0x100 } as const
const INTENT: Record<Intent, number> = { perceptual: 0, relative: 1, saturation: 2, absolute: 3 }

/** Stands for a built-in space instead of a profile file. */
export type Source = Uint8Array | 'srgb' | 'lab'

export class ColorError extends Error {}

export interface Transform {
  /** Converts `count` pixels; input and output are packed as the formats say. */
  run(pixels: Uint8Array | Uint16Array | Float32Array, count: number): Uint8Array | Uint16Array | Float32Array
  free(): void
}

/** Profiles kept open beside the built-in spaces: building a second transform from one costs a fraction of the first. */
const KEPT = 8

/** A small face on LittleCMS: opens profiles, builds a transform once, then runs it hot. */
export function createEngine(cms: LittleCms) {
  const held = new Map<Source, number>()
  const open = (source: Source): number => {
    const known = held.get(source)
    if (known) {
      // The last used goes to the end: what is closed below must never be the other profile of the same transform.
      held.delete(source)
      held.set(source, known)
      return known
    }
    const handle =
      source === 'srgb'
        ? cms.cmsCreate_sRGBProfile()
        : source === 'lab'
          ? cms.cmsCreateLab4Profile()
          : cms.cmsOpenProfileFromMem(source, source.byteLength)
    if (!handle) throw new ColorError('The colour engine cannot read this profile.')
    held.set(source, handle)
    const files = [...held].filter(([of]) => typeof of !== 'string')
    for (const [oldest, other] of files.slice(0, Math.max(0, files.length - KEPT))) {
      held.delete(oldest)
      cms.cmsCloseProfile(other)
    }
    return handle
  }
  return {
    /**
     * Builds a transform between two spaces: from a table of 49 nodes a side made of them first, which takes 0.1 s and then a tenth
     * of the time a colour; of 33 where it is `coarse`, in a third of that; colour by colour from the profiles where it is `precise`.
     * @throws ColorError when a profile cannot be read or lacks the tables for it
     */
    transform(
      from: Source,
      input: Format,
      to: Source,
      output: Format,
      intent: Intent,
      options: { blackPoint?: boolean; precise?: boolean; coarse?: boolean } = {},
    ): Transform {
      const a = open(from)
      const b = open(to)
      const table = options.precise ? FLAG.noOptimize : options.coarse ? 0 : FLAG.highResolution
      const flags = FLAG.noCache | (options.blackPoint ? FLAG.blackPoint : 0) | table
      const handle = cms.cmsCreateTransform(a, FORMAT[input], b, FORMAT[output], INTENT[intent], flags)
      if (!handle) throw new ColorError('These two profiles cannot be joined: one lacks the tables for it.')
      return {
        run: (pixels, count) => cms.cmsDoTransform(handle, pixels, count),
        free: () => cms.cmsDeleteTransform(handle),
      }
    },
  }
}
export type Engine = ReturnType<typeof createEngine>
