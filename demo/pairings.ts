import { mm } from '../core/things/length/length.ts'
import type { Loaded, Pairing } from '../core/things/media/media.ts'
import { DEFAULT_RULES, type HouseRules } from '../core/things/studio/house-rules.ts'

const pairing = (
  printerId: string,
  paperId: string,
  mediaTypeId: string,
  pathId: string | null,
  qualityId: string,
  dryingMinutes: number,
  good: number,
  bad: number,
): Pairing => ({
  id: `${printerId}-${paperId}`,
  printerId,
  paperId,
  mediaTypeId,
  pathId,
  qualityId,
  dryingMinutes,
  good,
  bad,
  profileId: `${printerId}-${paperId}`,
})

/** What the print room has learnt so far: each has a profile of the same name in demo/profiles. */
export const PAIRINGS: Pairing[] = [
  pairing('gannet', 'saltmarsh-cotton', 'fine-art-matte', 'gannet-art', 'fine', 30, 14, 1),
  pairing('gannet', 'lamproom-baryta', 'photographic-glossy', null, 'fine', 60, 9, 0),
  pairing('gannet', 'beacon-gloss', 'photographic-glossy', 'gannet-rear', 'fine', 20, 22, 2),
  pairing('gannet', 'groyne-watercolour', 'fine-art-matte', 'gannet-art', 'fine', 45, 6, 1),
  pairing('gannet', 'breakwater-board', 'board-matte', 'gannet-board', 'fine', 30, 3, 2),
  pairing('gannet', 'quay-matte', 'photographic-matte', null, 'fine', 10, 5, 0),
  pairing('heron', 'harbour-lustre', 'photographic-satin', 'heron-cassette', 'fine', 30, 18, 0),
  pairing('heron', 'pilot-rag', 'fine-art-matte', 'heron-roll', 'fine', 40, 7, 1),
  pairing('petrel', 'fairway-satin', 'photographic-satin', 'petrel-roll', 'fine', 25, 11, 0),
  pairing('albatross', 'mainsail-canvas', 'canvas', 'albatross-roll', 'fine', 120, 4, 0),
  pairing('albatross', 'fairway-satin', 'photographic-satin', 'albatross-roll', 'fine', 25, 2, 0),
  pairing('tern', 'beacon-gloss', 'photographic-glossy', 'tern-rear', 'fine', 15, 8, 1),
  pairing('tern', 'quay-matte', 'photographic-matte', 'tern-rear', 'fine', 10, 4, 0),
  pairing('dunlin', 'keepsake-card', 'cardstock', null, 'standard', 10, 12, 1),
  pairing('dunlin', 'beacon-gloss', 'photographic-glossy', 'dunlin-photo', 'standard', 15, 30, 2),
  pairing('plover', 'logbook-plain', 'stationery', null, 'standard', 1, 60, 1),
]

/** What lies in the paths when the demo begins. */
export const LOADED: Loaded[] = [
  { printerId: 'tern', pathId: 'tern-rear', lotId: 'gloss-a4', remaining: 10 },
  { printerId: 'dunlin', pathId: 'dunlin-main', lotId: 'plain-a4', remaining: 60 },
  { printerId: 'dunlin', pathId: 'dunlin-photo', lotId: 'gloss-4x6', remaining: 18 },
  { printerId: 'gannet', pathId: 'gannet-rear', lotId: 'gloss-super-b', remaining: 6 },
  { printerId: 'gannet', pathId: 'gannet-art', lotId: null, remaining: 0 },
  { printerId: 'gannet', pathId: 'gannet-board', lotId: null, remaining: 0 },
  { printerId: 'heron', pathId: 'heron-cassette', lotId: 'lustre-a3', remaining: 24 },
  { printerId: 'heron', pathId: 'heron-front', lotId: null, remaining: 0 },
  { printerId: 'heron', pathId: 'heron-roll', lotId: 'rag-17', remaining: mm(7400) },
  { printerId: 'petrel', pathId: 'petrel-roll', lotId: 'satin-24', remaining: mm(21_500) },
  { printerId: 'albatross', pathId: 'albatross-roll', lotId: 'canvas-44', remaining: mm(9100) },
  { printerId: 'albatross', pathId: 'albatross-sheet', lotId: null, remaining: 0 },
  { printerId: 'plover', pathId: 'plover-tray-1', lotId: 'plain-a4', remaining: 180 },
  { printerId: 'plover', pathId: 'plover-tray-2', lotId: 'plain-a3', remaining: 320 },
  { printerId: 'plover', pathId: 'plover-rear', lotId: null, remaining: 0 },
]

/** An hour at Lantern Wharf is 36 an hour; the rest is as usual. */
export const RULES: HouseRules = { ...DEFAULT_RULES, hourCents: 3600 }
