/** When a path has to be filled while a run prints. */
export interface Refill {
  /** The sheet of the run after which it is empty, counted from 1. */
  after: number
  /** Minutes from now until then. */
  minutes: number
}

interface Printing {
  /** Sheets of the run, and how many of them are out. */
  sheets: number
  delivered: number
  /** Sheets that lay in the path when the run began, and how many it should hold. */
  loaded: number
  holds: number
  secondsPerSheet: number
}

/** Every time a path of cut sheets runs empty before a run is through, each time filled as high as it should be; those to come. */
export function refills({ sheets, delivered, loaded, holds, secondsPerSheet }: Printing): Refill[] {
  if (holds <= 0) return []
  const out: Refill[] = []
  for (let after = loaded; after < sheets; after += holds)
    if (after > delivered) out.push({ after, minutes: ((after - delivered) * secondsPerSheet) / 60 })
  return out
}
