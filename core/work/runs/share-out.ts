/**
 * How much of a run is printed, 0 to 1: its whole sheets and what is done of the one in the machine. A printer says how far that
 * one is (`job-media-progress`), and goes on saying 100 until the next is begun.
 */
export function shareOut({ sheetsDelivered, copies, progress }: { sheetsDelivered: number; copies: number; progress: number }): number {
  return Math.min(1, (sheetsDelivered + shareOfSheet(progress)) / Math.max(1, copies))
}

/** What is printed of the sheet in the machine, 0 to 1. */
export const shareOfSheet = (progress: number): number => (progress >= 100 ? 0 : progress / 100)
