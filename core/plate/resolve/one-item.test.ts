import { readFileSync } from 'node:fs'
import { brotliDecompressSync } from 'node:zlib'
import { StudioSchema } from '../../things/studio/studio.ts'
import { applyFix } from './apply-fix.ts'
import type { Plate } from './plate.ts'
import { readPlate } from './read-plate.ts'
import { resolve } from './resolve.ts'

/**
 * Every job of the demo, of a lying and of a standing picture, as the last version resolved it that knew one picture to a job;
 * with the studio it had. Written by that version.
 */
const { studio, jobs } = JSON.parse(brotliDecompressSync(readFileSync('core/testing/reference/plates-before-items.json.br')).toString())
const before = StudioSchema.parse(studio)

const EQUAL = 'Equal borders on the sheet as it really measures.'
/**
 * Sentences that are told otherwise since: of copies as of sheets; whether a sheet is the larger or the smaller, which was left out,
 * and what it does to a borderless print, which was wrong of the smaller; what the middle is the middle of;
 * of a way to lie that it makes the most of the sheet, which it did not always; of a page in inches, whose name is its measures, both.
 */
const REWORDED: readonly [RegExp, string][] = [
  [/(\d+) copies take/, '$1 of them take'],
  [/the job takes (?=\d)/g, 'it takes '],
  [/ (?:less|more) in (width|length)/g, ' in $1'],
  [/ than the page\./, ' off the page.'],
  [/So much (?:less|more) runs past (?:there|that edge)\./, 'So much runs past there.'],
  [/^(?:0\.\d|1) % of the picture is cropped$/, 'Up to 1 % of the picture is cropped'],
  [/^Of the ways it may lie this one costs least\.$/, 'It makes the most of the sheet with the least picture lost.'],
  [/^Centred on what prints$/, 'Centred on the sheet'],
  [/^(.+) \(\1\)$/, '$1'],
  [
    /^(?:In the middle of all that the path prints, beyond the edges too|Equal borders on (?:what is kept|the front of the card))\.$/,
    EQUAL,
  ],
]

/** Sums are added up in another order now: to twelve digits. */
const told = (of: unknown): string =>
  JSON.stringify(of, (_, value) =>
    typeof value === 'number'
      ? Number(value.toPrecision(12))
      : typeof value === 'string'
        ? REWORDED.reduce((text, [was, now]) => text.replace(was, now), value)
        : value,
  )

/** Whether a way to lie was judged by what two edges that meet cut off: their corner was counted twice then, and another way seemed best. */
const twice = (plate: unknown) => /(?:leading|trailing) edge, [^"]*(?:left|right) edge cut off: [\d.]+ %/.test(JSON.stringify(plate))

test('there are all of them', () => {
  expect(jobs).toHaveLength(58)
  expect(jobs.filter((job: { plate: Plate }) => twice(job.plate))).toHaveLength(2)
  expect(jobs.filter((job: { plate: Plate }) => job.plate.setup)).toHaveLength(58)
})

test.each(jobs as { title: string; pins: Plate['pins']; plate: unknown }[])(
  '$title: one item alone resolves to the very plate it had',
  ({ plate, pins }) => {
    const was = readPlate(plate)
    const now = resolve(was.brief, before, pins)
    if (twice(plate)) {
      const lies = (of: Plate) => [of.setup?.printer.id, of.setup?.path.id, of.setup?.lot.id]
      expect(lies(now)).toEqual(lies(was))
      const turns = (of: Plate) => of.decisions.find(({ key }) => key === 'orientation')?.alternatives.map(({ id }) => id)
      expect([turns(was)?.[0], turns(now)?.[0]]).toEqual(['90', '0'])
      return
    }
    // The pass of the second side takes as long again.
    if (was.estimates && was.brief.make.as === 'two-sided') {
      const { loads, loadingMinutes, printingSeconds } = was.estimates
      Object.assign(was.estimates, {
        passes: 2,
        loads: 2 * loads,
        loadingMinutes: 2 * loadingMinutes,
        printingSeconds: 2 * printingSeconds,
      })
    }
    // A fix that changed nothing is not offered any more, nor a page that the driver would then have refused.
    for (const found of was.findings)
      if (found.fix) {
        const then = applyFix({ brief: was.brief, pins }, found.fix)
        const { forms, findings } = resolve(then.brief, before, then.pins)
        const refused = findings.some(({ id, level }) => id === 'driver-quirk' && level === 'stop')
        if (found.fix.item ? told(forms) === told(now.forms) : refused) found.fix = null
      }
    expect(JSON.parse(told(now))).toEqual(JSON.parse(told(was)))
  },
)
