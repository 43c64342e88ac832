import type { Moment } from '../core/plate/decisions/decision.ts'
import type { Pins } from '../core/plate/decisions/registry.ts'
import { applyFix } from '../core/plate/resolve/apply-fix.ts'
import { layoutOf, type Plate, sideOf } from '../core/plate/resolve/plate.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { picture } from '../core/testing/fixtures.ts'
import { cases } from '../core/testing/thorough.ts'
import { type Brief, itemOf } from '../core/things/brief/brief.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { mm } from '../core/things/length/length.ts'
import { nameOf } from '../core/things/sizes/named.ts'
import type { Studio } from '../core/things/studio/studio.ts'
import { inkLimits } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { headTime } from '../simulator/machine/run-job.ts'
import { demoStudio } from './studio.ts'
import { attemptOf, firstSheet, practised } from './thousand-jobs.ts'

const STUDIOS = 20
const WISHES = cases(150, 60)
const NOW = '2026-11-25T08:00:00.000Z'
const random = seeded(4711)
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
const some = <T>(list: readonly T[], share = 0.75): T[] => {
  const kept = list.filter(() => random() < share)
  if (kept.length > 0) return kept
  const one = pick(list)
  return one === undefined ? [] : [one]
}

/** A studio like no other: printers and entries missing, other steps, margins, tolerances and sizes, pairings that are wrong. */
function anyStudio(): Studio {
  const studio = demoStudio()
  studio.printers = some(studio.printers, 0.6)
  for (const printer of studio.printers) {
    printer.mediaTypes = some(printer.mediaTypes, 0.7)
    printer.expansions = random() < 0.15 ? [] : some(printer.expansions, 0.7)
    printer.qualities = some(printer.qualities, 0.8)
    printer.paths = some(printer.paths, 0.85)
    for (const path of printer.paths) {
      const wider = 0.5 + random()
      path.tolerance = {
        across: Math.round(path.tolerance.across * wider),
        along: Math.round(path.tolerance.along * wider),
        skewDegrees: path.tolerance.skewDegrees * wider,
      }
      path.margins = { ...path.margins, trailing: path.margins.trailing + Math.round(random() * 4000) }
      if (path.borderless && path.borderless.sizes !== 'any')
        path.borderless = { ...path.borderless, sizes: some(path.borderless.sizes, 0.6) }
      if (random() < 0.2) path.borderless = null
    }
  }
  studio.pairings = some(studio.pairings, 0.6)
  for (const pairing of studio.pairings) {
    const entries = studio.printers.find((p) => p.id === pairing.printerId)?.mediaTypes
    if (entries && random() < 0.3) pairing.mediaTypeId = pick(entries).id
  }
  studio.lots = some(studio.lots, 0.85)
  return studio
}

/** Anything a client may want: fitted or filled on any shape, small on a roll, borderless where it cannot be, due at any time. */
function anyWish(studio: Studio): Brief {
  const lot = pick(studio.lots)
  const roll = lot.form === 'roll'
  const kind = random()
  const sheet = roll
    ? random() < 0.5
      ? null
      : { width: lot.nominal.width, length: mm(250 + Math.floor(random() * 900)), name: null }
    : { ...lot.nominal, name: null }
  return briefOf({
    paperId: lot.paperId,
    picture: picture({ width: 1500 + Math.floor(random() * 7000), height: 1500 + Math.floor(random() * 7000) }),
    sheet,
    finish: random() < 0.4 ? 'borderless' : 'bordered',
    size:
      kind < 0.3
        ? { by: 'sheet', fill: false }
        : kind < 0.6
          ? { by: 'sheet', fill: true }
          : kind < 0.8
            ? { by: 'border', border: mm(5 + Math.floor(random() * 25)), foot: 1, exact: random() < 0.5 }
            : { by: 'picture', width: mm(60 + Math.floor(random() * 350)), height: null },
    cropAt: { x: random(), y: random() },
    copies: 1 + Math.floor(random() ** 3 * 15),
    dueAt: random() < 0.4 ? new Date(Date.parse(NOW) + random() * 5 * 3_600_000).toISOString() : null,
  })
}

/** What an operator does who presses every fix of a stop and accepts nothing. */
function prepared(brief: Brief, studio: Studio, moment: Moment): Plate {
  let plate = resolve(brief, studio, {}, moment)
  let [wanted, pins]: [Brief, Pins] = [brief, {}]
  for (let i = 0; i < 6; i++) {
    const stop = plate.findings.find((f) => f.level === 'stop' && f.fix && f.fix.pins?.margins !== 'borderless-sides')
    if (!stop?.fix) break
    ;({ brief: wanted, pins } = applyFix({ brief: wanted, pins }, stop.fix))
    plate = resolve(wanted, studio, pins, moment)
  }
  return plate
}

const coated = (surface: string) => surface === 'gloss' || surface === 'satin'
const said = (plate: Plate, ...ids: string[]) => plate.findings.some((f) => ids.includes(f.id.split(':')[0] ?? ''))

/** Whether facing borders are drawn unequal to begin with. */
function unequal(plate: Plate): { along: boolean; across: boolean } {
  const m = layoutOf(plate)?.margins ?? { leading: 0, trailing: 0, left: 0, right: 0 }
  return { along: Math.abs(m.leading - m.trailing) > 200, across: Math.abs(m.left - m.right) > 200 }
}

/** Everything that would surprise whoever read the findings. Judged from the geometry, the simulator's mechanics and its clock. */
function surprises(plate: Plate, studio: Studio, moment: Moment): string[] {
  const { setup, brief } = plate
  const front = sideOf(plate)
  const layout = layoutOf(plate)
  if (!setup || !front?.crop || !layout) return []
  const list: string[] = []
  const { crop } = front
  const kept = crop.w * crop.h * ((layout.visible.w * layout.visible.h) / (layout.picture.w * layout.picture.h))
  // Of a small print a thousandth is less than a ruler shows: from a tenth of a millimetre at one edge on it has to be said.
  const [across, along] = front.turn % 180 === 0 ? [layout.picture.w, layout.picture.h] : [layout.picture.h, layout.picture.w]
  const off = [crop.x * across, (1 - crop.x - crop.w) * across, crop.y * along, (1 - crop.y - crop.h) * along]
  const beyond = Math.max(layout.picture.w - layout.visible.w, layout.picture.h - layout.visible.h)
  if (1 - kept > 0.001 && Math.max(...off, beyond) >= 100 && !said(plate, 'picture-cropped', 'picture-clipped', 'kept-edge'))
    list.push(`${((1 - kept) * 100).toFixed(1)} % of the picture lost, unsaid`)
  const wrongInk = coated(setup.mediaType.surface) !== coated(setup.paper.surface)
  const wrongBlack = setup.mediaType.black !== 'either' && (setup.mediaType.black === 'photo') !== coated(setup.paper.surface)
  if ((wrongInk || wrongBlack) && !plate.findings.some((f) => f.id === 'media-unsuited' && f.level === 'stop'))
    list.push('ink for another coating, unsaid')
  const limits = inkLimits(
    setup.path,
    { ...setup.page, known: nameOf(setup.page.width, setup.page.length)?.pwg ?? null },
    setup.borderless !== 'none',
    setup.expansion?.um ?? 0,
  )
  if (limits.enforced && !said(plate, 'borderless-impossible')) list.push('a margin enforced, unsaid')
  const white = Object.entries(layout.margins).some(([, um]) => um > 0)
  if (brief.finish === 'borderless' && white && !said(plate, 'borderless-impossible', 'paper-shows'))
    list.push('paper shows at a borderless edge, unsaid')
  if (brief.dueAt) {
    const printer = studio.printers.find((p) => p.id === setup.printer.id)
    const { copies } = itemOf(brief)
    const seconds = printer
      ? copies * headTime(printer, { quality: { draft: 3, normal: 4, high: 5 }[setup.quality.ipp], dots: setup.quality.dpi }, setup.page)
      : 0
    const minutes = (moment.standing[setup.printer.id] ?? 0) + seconds / 60 + (plate.estimates?.dryingMinutes ?? 0)
    if (minutes > (Date.parse(brief.dueAt) - Date.parse(moment.now)) / 60_000 && !said(plate, 'late')) list.push('late, unsaid')
  }
  return list
}

test('wishes by the thousand over 20 studios: no crop, wrong coating, enforced margin, bare edge, sliver or lateness that had not been said', () => {
  const misses: string[] = []
  const unsaid: string[] = []
  let [printed, right, told] = [0, 0, 0]
  for (let s = 0; s < STUDIOS; s++) {
    // Three measured layout tests on every path, as the guide asks for where a path is new.
    const studio = practised(anyStudio(), seeded(600 + s))
    const moment: Moment = {
      now: NOW,
      standing: Object.fromEntries(studio.printers.map((p) => [p.id, random() < 0.5 ? 0 : random() * 90])),
    }
    for (let w = 0; w < WISHES; w++) {
      const plate = prepared(anyWish(studio), studio, moment)
      const where = `studio ${s}, wish ${w}: ${plate.setup?.lot.id} in ${plate.setup?.path.id}`
      unsaid.push(...surprises(plate, studio, moment).map((what) => `${where}: ${what}`))
      const attempt = attemptOf(plate, studio)
      if (!attempt || plate.findings.some((f) => f.level === 'stop')) {
        told++
        continue
      }
      const wrong = firstSheet(attempt, seeded(90_000 + s * WISHES + w))
      // A sliver of which the findings gave the odds, and borders they said would differ, were said.
      const surprising = wrong.filter(
        (what) =>
          !(what.startsWith('white sliver') && said(plate, 'expansion-small')) &&
          !(what.includes('not borderless') && said(plate, 'borderless-impossible', 'paper-shows')) &&
          // One sheet of so many, of which the findings gave the odds: held against the simulator in feed-odds.test.ts.
          !(/^off centre|^skew seen|^fed plainly askew/.test(what) && said(plate, 'borders-vary')) &&
          // Borders that the drawing shows unequal are no surprise.
          !(what === 'off centre along' && unequal(plate).along) &&
          !(what === 'off centre across' && unequal(plate).across) &&
          !(what === 'picture cut by the margin' && said(plate, 'picture-clipped')) &&
          !(what === 'skew seen along a border' && said(plate, 'long-sheet')) &&
          !(what === 'head strike' && said(plate, 'head-strike', 'roll-end')),
      )
      printed++
      if (surprising.length === 0) right++
      else misses.push(`${where}: ${surprising.join(', ')}`)
    }
  }
  process.stderr.write(
    `${[`${right} of ${printed} first sheets right or as said (${((right / printed) * 100).toFixed(2)} %), ${told} told beforehand`, ...misses.map((m) => `  ${m}`)].join('\n')}\n`,
  )
  expect(unsaid).toEqual([])
  expect(printed + told).toBe(STUDIOS * WISHES)
  expect(printed).toBeGreaterThan(STUDIOS * WISHES * 0.4)
  expect(right / printed).toBeGreaterThan(0.995)
})
