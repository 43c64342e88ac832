interface At {
  x: number
  y: number
}

/**
 * Which of the points lies nearest to a place, all in the same unit; −1 for none. Along a curve only the way across
 * counts (`by: 'x'`), on a plane both do.
 */
export function nearest(points: readonly At[], to: At, by: 'x' | 'xy'): number {
  let found = -1
  let least = Number.POSITIVE_INFINITY
  for (const [i, point] of points.entries()) {
    const far = by === 'x' ? Math.abs(point.x - to.x) : Math.hypot(point.x - to.x, point.y - to.y)
    if (far < least) {
      least = far
      found = i
    }
  }
  return found
}
