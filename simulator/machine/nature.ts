import type { Um } from '../../core/things/length/length.ts'

/** What a machine is like inside. Nobody outside the simulator is told; a studio learns it from its manual or the hard way. */
export interface Nature {
  /** Asks at the panel, without a word over the network, before every print with the wide gap. */
  asksWideGap: boolean
  /** Stops when the panel and the job name different media types; otherwise the panel's entry is simply used. */
  comparesMedia: boolean
  /** Keeps count of the roll and stops before a page it is too short for. */
  countsRoll: boolean
  /** Finds a sheet that went in askew and stops before any ink. */
  findsSkew: boolean
}

/** Caliper the head clears, µm. Invented, in the range that manuals of these classes give. */
export const CLEARANCE: Record<'normal' | 'wide', Um> = { normal: 430, wide: 1750 }

const PLAIN: Nature = { asksWideGap: false, comparesMedia: true, countsRoll: false, findsSkew: false }

const BY_MACHINE: Record<string, Partial<Nature>> = {
  tern: { comparesMedia: false },
  dunlin: { findsSkew: true },
  gannet: { asksWideGap: true },
  petrel: { countsRoll: true, findsSkew: true, comparesMedia: false },
  albatross: { findsSkew: true },
  plover: { comparesMedia: false },
}

export const natureOf = (printerId: string): Nature => ({ ...PLAIN, ...BY_MACHINE[printerId] })
