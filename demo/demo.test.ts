import { existsSync, readFileSync } from 'node:fs'
import { readProfile, requirePrinterProfile } from '../core/color/icc/read.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { picture } from '../core/testing/fixtures.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { StudioSchema } from '../core/things/studio/studio.ts'
import { DEMO_JOBS } from './jobs.ts'
import { PAIRINGS } from './pairings.ts'
import { demoStudio } from './studio.ts'

const studio = demoStudio()

test('the demo studio is valid, with one printer of each class and about twelve papers', () => {
  expect(StudioSchema.safeParse(studio).error?.issues).toBeUndefined()
  expect([studio.printers.length, studio.papers.length, DEMO_JOBS.length >= 24]).toEqual([7, 12, true])
  expect(new Set(studio.printers.flatMap((p) => p.paths.map((x) => x.id))).size).toBe(
    studio.printers.reduce((n, p) => n + p.paths.length, 0),
  )
})

test('every pairing names things that exist, and has its chart readings and a profile with every table', () => {
  for (const p of PAIRINGS) {
    const printer = studio.printers.find((x) => x.id === p.printerId)
    expect(printer?.mediaTypes.some((m) => m.id === p.mediaTypeId)).toBe(true)
    expect(printer?.qualities.some((q) => q.id === p.qualityId)).toBe(true)
    if (p.pathId) expect(printer?.paths.some((x) => x.id === p.pathId)).toBe(true)
    expect(existsSync(`demo/charts/${p.id}.ti3`)).toBe(true)
    const read = readProfile(new Uint8Array(readFileSync(`demo/profiles/${p.id}.icc`)))
    const checked = read.ok ? requirePrinterProfile(read.value) : read
    expect(checked.ok && checked.value.intents).toEqual({ perceptual: true, relative: true, saturation: true })
  }
})

/** A notice with its last tenth blank. */
const TALL = picture({
  width: 2100,
  height: 2970,
  content: {
    head: Array(30).fill(1),
    left: Array(30).fill(1),
    right: Array(30).fill(1),
    foot: [...Array(10).fill(0), ...Array(20).fill(1)],
  },
})

test('every demo job has a set-up, and nothing stops it', () => {
  for (const job of DEMO_JOBS) {
    const plate = resolve(
      briefOf({ ...job.brief, picture: job.picture.startsWith('tide') ? TALL : picture({ width: 6000, height: 4000 }) }),
      studio,
      job.pins ?? {},
    )
    expect(plate.setup).not.toBeNull()
    // One is there to show cutting: its sheets come out of larger ones first.
    const stops = plate.findings.filter((f) => f.level === 'stop').map((f) => f.id)
    expect([job.title, stops]).toEqual([job.title, job.title.includes('half an A2') ? ['cut-first'] : []])
  }
})
