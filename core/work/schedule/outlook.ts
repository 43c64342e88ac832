import type { PartPlate } from '../../plate/resolve/part.ts'
import type { Plate } from '../../plate/resolve/plate.ts'

/** What is seen of a job's plate, or of what is left to print of it, from afar: where it would be printed, how long it takes, and what stops it. */
export interface Outlook {
  printerId: string | null
  printerName: string
  paperName: string
  /** Minutes, and seconds of printing; null where it cannot be set up. */
  estimates: Pick<
    NonNullable<Plate['estimates']>,
    'loadingMinutes' | 'handsMinutes' | 'printingSeconds' | 'dryingMinutes' | 'passes'
  > | null
  /** The first finding that stops it, in its title. */
  stop: string | null
}

export function outlookOf({ setup, estimates, findings }: PartPlate): Outlook {
  return {
    printerId: setup?.printer.id ?? null,
    printerName: setup?.printer.name ?? '',
    paperName: setup?.paper.name ?? '',
    estimates: estimates && {
      loadingMinutes: estimates.loadingMinutes,
      handsMinutes: estimates.handsMinutes,
      printingSeconds: estimates.printingSeconds,
      dryingMinutes: estimates.dryingMinutes,
      passes: estimates.passes,
    },
    stop: findings.find(({ level }) => level === 'stop')?.title ?? null,
  }
}
