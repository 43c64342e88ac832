import { z } from 'zod'
import type { Edge } from '../paths/path.ts'

/** Clockwise turn of the upright picture in the feed frame, degrees. */
export const TurnSchema = z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)])
export type Turn = z.infer<typeof TurnSchema>
export const TURNS: readonly Turn[] = [0, 90, 180, 270]

export const PICTURE_EDGES = ['head', 'right', 'foot', 'left'] as const
/** An edge of the upright picture. */
export type PictureEdge = (typeof PICTURE_EDGES)[number]

/** Edges of the sheet clockwise, beginning where the head lies at no turn. */
const CLOCKWISE: readonly Edge[] = ['leading', 'right', 'trailing', 'left']

/** Where an edge of the picture lies on the sheet after a turn. */
export const feedEdge = (edge: PictureEdge, turn: Turn): Edge => CLOCKWISE[(PICTURE_EDGES.indexOf(edge) + turn / 90) % 4] as Edge

/** Which edge of the picture lies at an edge of the sheet after a turn. */
export const pictureEdge = (edge: Edge, turn: Turn): PictureEdge =>
  PICTURE_EDGES[(CLOCKWISE.indexOf(edge) + 4 - turn / 90) % 4] as PictureEdge

/** Whether the picture's width runs along the feed. */
export const isSideways = (turn: Turn): boolean => turn === 90 || turn === 270
