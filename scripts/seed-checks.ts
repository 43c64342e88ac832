import type { Triple } from '../core/color/cie.ts'
import { PAIRINGS } from '../demo/pairings.ts'
import { PAPERS } from '../demo/papers.ts'
import { PRINTERS } from '../demo/printers.ts'
import type { App } from '../server/app-context.ts'
import { LIMITS } from '../server/config.ts'
import { printedLab } from '../simulator/color/inks.ts'
import { inkModelFor } from '../simulator/color/paper-inks.ts'

/** Months back, and how far the printer had wandered by then: lighter and a little yellower, as a tired head does. */
const HISTORY: readonly { months: number; drift: Triple }[] = [
  { months: 9, drift: [0.1, 0, 0] },
  { months: 6, drift: [0.4, 0.1, 0.3] },
  { months: 4, drift: [0.7, 0.1, 0.6] },
  { months: 2, drift: [1.2, 0.2, 1.1] },
  { months: 0, drift: [1.9, 0.3, 1.6] },
]
const PAIRING = 'gannet-lamproom-baryta'
const STEPS = 6

/** A chart of a few patches as it would have been read on that day, in CGATS text. */
function readings(lab: (rgb: Triple) => Triple, drift: Triple): string {
  const rows: string[] = []
  const level = (i: number) => i / (STEPS - 1)
  for (let r = 0; r < STEPS; r++)
    for (let g = 0; g < STEPS; g++)
      for (let b = 0; b < STEPS; b++) {
        const rgb: Triple = [level(r), level(g), level(b)]
        const ink = 1 - Math.min(...rgb)
        // A repeatable unevenness of the instrument and the sheet, within a third of a ΔE.
        const shake = (k: number) => 0.3 * Math.sin(rows.length * 12.9898 + k * 78.233)
        const read = lab(rgb).map((v, k) => (v + (drift[k] as number) * ink + shake(k)).toFixed(2))
        rows.push([`${'ABCDEF'[r]}${g * STEPS + b + 1}`, ...rgb.map((v) => (v * 100).toFixed(2)), ...read].join(' '))
      }
  return `CGATS.17\nDESCRIPTOR "Lantern Wharf, six steps a channel"\nBEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS ${rows.length}\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA\n`
}

/** A year of checks of one profile, so that the shelf shows what drift looks like. */
export async function seedChecks({ files, pool, store }: Pick<App, 'files' | 'pool' | 'store'>): Promise<void> {
  const pairing = PAIRINGS.find((p) => p.id === PAIRING)
  const printer = PRINTERS.find((p) => p.id === pairing?.printerId)
  const paper = PAPERS.find((p) => p.id === pairing?.paperId)
  const media = printer?.mediaTypes.find((m) => m.id === pairing?.mediaTypeId)
  const profile = await store.profiles.tryFind(PAIRING)
  if (!printer || !paper || !media || !profile) throw new Error(`no pairing ${PAIRING}`)
  const lab = printedLab(
    inkModelFor({ inkSet: printer.inkSet, coating: paper.surface, white: paper.white, expects: media.surface, black: 'photo' }),
  )
  for (const [i, { months, drift }] of HISTORY.entries()) {
    const { hash } = await files.takeBytes(Buffer.from(readings(lab, drift)), LIMITS.profileBytes)
    const check = await pool.checkProfileFile({ file: files.pathOf(profile.hash), measurements: files.pathOf(hash) })
    if (!check.ok) throw new Error(check.problem.message)
    const day = new Date()
    day.setUTCMonth(day.getUTCMonth() - months)
    await store.profiles.addCheck({
      profileId: PAIRING,
      name: `six steps, sheet ${i + 1}`,
      measuredOn: day.toISOString().slice(0, 10),
      result: check.value,
      readings: hash,
    })
  }
}
