/**
 * Builds the demo's printer profiles: for every pairing the chart readings that its ink-and-paper model gives, as
 * CGATS text, and from them an ICC profile with `colprof` (Debian's argyll). Run once by a developer; the results are
 * committed, so nothing here is needed to start the application.
 */
import { execFileSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, renameSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Triple } from '../core/color/cie.ts'
import type { Pairing } from '../core/things/media/media.ts'
import { isGlossy } from '../core/things/media/media.ts'
import { PAIRINGS } from '../demo/pairings.ts'
import { PAPERS } from '../demo/papers.ts'
import { PRINTERS } from '../demo/printers.ts'
import { printedLab } from '../simulator/color/inks.ts'
import { inkModelFor } from '../simulator/color/paper-inks.ts'

const STEPS = 9
/** Source gamut that the perceptual and saturation tables are fitted from; argyll installs it. */
const SOURCE = '/usr/share/color/argyll/ref/sRGB.icm'

/** A 9 × 9 × 9 device cube plus a 33-step grey ramp, printed and read without noise. */
function chart(lab: (rgb: Triple) => Triple): string {
  const level = (i: number) => i / (STEPS - 1)
  const patches: Triple[] = []
  for (let r = 0; r < STEPS; r++)
    for (let g = 0; g < STEPS; g++) for (let b = 0; b < STEPS; b++) patches.push([level(r), level(g), level(b)])
  for (let i = 0; i < 33; i++) patches.push([i / 32, i / 32, i / 32])
  const rows = patches.map((rgb, i) => [i + 1, ...rgb.map((v) => (v * 100).toFixed(4)), ...lab(rgb).map((v) => v.toFixed(4))].join(' '))
  return `CTI3

DESCRIPTOR "Arch Plate demo chart, simulated readings"
ORIGINATOR "Arch Plate"
DEVICE_CLASS "OUTPUT"
COLOR_REP "RGB_LAB"

NUMBER_OF_FIELDS 7
BEGIN_DATA_FORMAT
SAMPLE_ID RGB_R RGB_G RGB_B LAB_L LAB_A LAB_B
END_DATA_FORMAT

NUMBER_OF_SETS ${rows.length}
BEGIN_DATA
${rows.join('\n')}
END_DATA
`
}

function build(pairing: Pairing): void {
  const target = `demo/profiles/${pairing.id}.icc`
  const printer = PRINTERS.find((p) => p.id === pairing.printerId)
  const paper = PAPERS.find((p) => p.id === pairing.paperId)
  const media = printer?.mediaTypes.find((m) => m.id === pairing.mediaTypeId)
  const quality = printer?.qualities.find((q) => q.id === pairing.qualityId)
  if (!printer || !paper || !media || !quality) throw new Error(`pairing ${pairing.id} names something unknown`)
  const black = media.black === 'photo' || (media.black === 'either' && isGlossy(media.surface)) ? 'photo' : 'matte'
  const text = chart(
    printedLab(inkModelFor({ inkSet: printer.inkSet, coating: paper.surface, white: paper.white, expects: media.surface, black })),
  )
  mkdirSync('demo/charts', { recursive: true })
  mkdirSync('demo/profiles', { recursive: true })
  writeFileSync(`demo/charts/${pairing.id}.ti3`, text)
  if (existsSync(target)) return
  const base = join(mkdtempSync(join(tmpdir(), 'profile-')), 'p')
  copyFileSync(`demo/charts/${pairing.id}.ti3`, `${base}.ti3`)
  const description = `${printer.name}, ${paper.name}, ${media.driverName}, ${quality.dpi} dpi`
  execFileSync(
    'colprof',
    [
      '-qm',
      '-nc',
      '-S',
      SOURCE,
      '-cmt',
      '-dpp',
      '-A',
      'Arch Plate demo',
      '-M',
      printer.name,
      '-D',
      description,
      '-C',
      'Public domain',
      base,
    ],
    { stdio: 'inherit' },
  )
  renameSync(`${base}.icc`, target)
}

for (const pairing of PAIRINGS) build(pairing)
