import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Triple } from '../../core/color/cie.ts'
import { SYNC, writeHeader } from '../../core/output/pwg-raster/header.ts'
import { lineWriter } from '../../core/output/pwg-raster/lines.ts'
import { PRINTERS } from '../../demo/printers.ts'
import { Machine } from '../machine/machine.ts'
import type { Nature } from '../machine/nature.ts'
import { runJob } from '../machine/run-job.ts'
import type { JobTicket } from '../machine/state.ts'

const root = mkdtempSync(join(tmpdir(), 'machine-'))
/** To be called after the tests: what their machines remember goes. */
export const clearMachines = (): void => rmSync(root, { recursive: true, force: true })

let count = 0
const folders = new WeakMap<Machine, string>()

/** A machine of this kind with nothing in it, fast, and with no luck but the good. */
export function machineOf(id: string, nature: Partial<Nature> = {}, seed = 3): Machine {
  const printer = PRINTERS.find((p) => p.id === id)
  if (!printer) throw new Error(id)
  const trays = printer.paths.map((p) => ({ pathId: p.id, sheet: null, remaining: 0 }))
  const folder = join(root, `${id}-${count++}`)
  const machine = new Machine(printer, trays, folder, { pace: 1_000_000, seed, nature, mechanism: runJob })
  folders.set(machine, folder)
  return machine
}

/** The same machine after its power went: all it has is what it remembers. */
export const afterPowerCut = (machine: Machine): Machine =>
  new Machine(machine.printer, [], folders.get(machine) ?? '', { pace: 1, seed: 1, mechanism: runJob })

/** Pixels to an inch of the pages: few are enough. */
export const LITTLE = 50
/** A page of millimetres with a block of this colour, its edge `inset` from the page's. */
export function page(w: number, l: number, inset: number, rgb: Triple = [90, 90, 90], colour: 'device3' | 'srgb' = 'device3'): Uint8Array {
  const px = (mm: number) => Math.round((mm * LITTLE) / 25.4)
  const [width, height, from] = [px(w), px(l), px(inset)]
  const lines = lineWriter(width)
  const parts: Uint8Array[] = [
    new TextEncoder().encode(SYNC),
    writeHeader({ ppi: LITTLE, width, height, pageWidth: width, pageHeight: height, colour, copies: 1, mediaType: '' }),
  ]
  const blank = new Uint8Array(width * 3).fill(255)
  const block = blank.map((v, i) => (i >= from * 3 && i < (width - from) * 3 ? (rgb[i % 3] as number) : v))
  for (let y = 0; y < height; y++) {
    const row = y >= from && y < height - from ? block : blank
    const done = lines.add(row)
    if (done) parts.push(done)
  }
  const last = lines.end()
  if (last) parts.push(last)
  return Buffer.concat(parts)
}

/** A ticket that asks for nothing but this. */
export const ticket = (change: Partial<JobTicket>): JobTicket => ({
  name: 'test',
  user: 'test',
  copies: 1,
  source: null,
  mediaType: null,
  page: null,
  borderless: false,
  quality: 4,
  gap: null,
  coat: false,
  monochrome: false,
  ...change,
})
/** A size given in millimetres. */
export const size = (w: number, l: number) => ({ width: w * 1000, length: l * 1000 })
/** Sends a document as a job. */
export async function send(machine: Machine, change: Partial<JobTicket>, document: Uint8Array, kind: 'raster' | 'picture' = 'raster') {
  const job = machine.create(ticket(change))
  await machine.accept(job, document, kind)
  return job
}
/** Comes when it is so. */
export async function until(what: () => boolean): Promise<void> {
  for (let i = 0; i < 2000; i++) {
    if (what()) return
    await new Promise((done) => setTimeout(done, 5))
  }
  throw new Error('it never came to that')
}
/** Answers what the machine's luck asks for (a missed feed), nothing else. */
export const ends = (machine: Machine, id: number) =>
  until(() => {
    const job = machine.job(id)
    if (job?.state === 'processing-stopped' && ['media-jam', 'media-askew'].includes(job.reason)) machine.go()
    return job?.state === 'completed' || job?.state === 'aborted'
  })
