import { type ChildProcess, execFile, execFileSync, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { deltaE2000 } from '../core/color/cie.ts'
import { SYNC, writeHeader } from '../core/output/pwg-raster/header.ts'
import { lineWriter } from '../core/output/pwg-raster/lines.ts'
import { type Attributes, decode, encode, first, groupOf, operationGroup, v } from '../core/wire/ipp/message.ts'
import { JOB_STATE, OPERATION, STATUS } from '../core/wire/ipp/tags.ts'
import { PRINTERS } from '../demo/printers.ts'
import { printedLab } from './color/inks.ts'
import { inkModelFor } from './color/paper-inks.ts'
import { realSheet } from './demo-machines.ts'
import type { Truth } from './press/press.ts'

const PORT = 9751
let dir: string
let process_: ChildProcess
const portOf = (id: string) => PORT + PRINTERS.findIndex((p) => p.id === id)
const uriOf = (id: string) => `ipp://127.0.0.1:${portOf(id)}/ipp/print`
const httpOf = (id: string) => uriOf(id).replace('ipp:', 'http:')

beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'machines-'))
  // As it really runs: a process of its own, spoken to over its port and by hand.
  process_ = spawn(process.execPath, ['dist/simulator/main.js'], {
    env: { ...process.env, ARCH_SIM_DIR: dir, ARCH_SIM_PORT: String(PORT), ARCH_SIM_PACE: '100000', ARCH_SIM_SEED: '4' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await once(process_.stdout as NodeJS.ReadableStream, 'data')
}, 20_000)
afterAll(() => {
  process_.kill('SIGKILL')
  rmSync(dir, { recursive: true, force: true })
})

/** Lays a hand on a machine; answers with its refusal, or null. */
async function hand(id: string, act: object): Promise<string | null> {
  const answer = await fetch(`http://127.0.0.1:${portOf(id)}/hands`, { method: 'POST', body: JSON.stringify(act) })
  return answer.ok ? null : ((await answer.json()) as { message: string }).message
}
const load = (id: string, pathId: string, lotId: string | null, remaining: number) =>
  hand(id, { act: 'load', pathId, sheet: realSheet(lotId), remaining })
const stateOf = async (id: string) =>
  (await (await fetch(`http://127.0.0.1:${portOf(id)}/hands/state`)).json()) as {
    display: { title: string; line: string; ok: string | null }
    trays: { pathId: string; remaining: number }[]
    inks: Record<string, number>
    black: string
    events: { says: string }[]
  }
const truthOf = async (id: string, job: number) =>
  ((await (await fetch(`http://127.0.0.1:${portOf(id)}/hands/truth/${job}`)).json()) as Truth[])[0]

/** A page of this size in millimetres with a grey box `inset` mm from its edges. */
function page(widthMm: number, lengthMm: number, inset: number, bleedMm = 0): Uint8Array {
  const ppi = 150
  const px = (mm: number) => Math.round((mm * ppi) / 25.4)
  const [width, height] = [px(widthMm + 2 * bleedMm), px(lengthMm + 2 * bleedMm)]
  const lines = lineWriter(width)
  const parts: Uint8Array[] = [
    new TextEncoder().encode(SYNC),
    writeHeader({
      ppi,
      width,
      height,
      pageWidth: Math.round((widthMm * 72) / 25.4),
      pageHeight: Math.round((lengthMm * 72) / 25.4),
      colour: 'device3',
      copies: 1,
      mediaType: '',
    }),
  ]
  const from = px(inset)
  for (let y = 0; y < height; y++) {
    const row = new Uint8Array(width * 3).fill(255)
    if (y >= from && y < height - from) row.fill(90, from * 3, (width - from) * 3)
    const done = lines.add(row)
    if (done) parts.push(done)
  }
  const last = lines.end()
  if (last) parts.push(last)
  return Buffer.concat(parts)
}

const mediaCol = (widthMm: number, lengthMm: number, source: string, type: string, margin: number): Attributes => ({
  'media-col': v.collection({
    'media-size': v.collection({
      'x-dimension': v.integer(Math.round(widthMm * 100)),
      'y-dimension': v.integer(Math.round(lengthMm * 100)),
    }),
    'media-source': v.keyword(source),
    'media-type': v.keyword(type),
    'media-top-margin': v.integer(margin),
    'media-left-margin': v.integer(margin),
    'media-right-margin': v.integer(margin),
    'media-bottom-margin': v.integer(margin),
  }),
})

async function ask(id: string, code: keyof typeof OPERATION, extra: Attributes, job: Attributes = {}, data: Uint8Array = new Uint8Array()) {
  const head = encode({
    version: [2, 0],
    code: OPERATION[code],
    requestId: 1,
    groups: [operationGroup(uriOf(id), extra), { group: 'job', attributes: job }],
  })
  const answer = await fetch(httpOf(id), {
    method: 'POST',
    headers: { 'content-type': 'application/ipp' },
    body: Buffer.concat([head, data]),
  })
  return decode(new Uint8Array(await answer.arrayBuffer())).message
}

const raster = { 'document-format': v.mime('image/pwg-raster'), 'job-name': v.name('test') }

/** Follows a job; a question that only the panel shows is confirmed as a person standing there would. */
async function until(id: string, job: number, states: number[]) {
  for (let i = 0; i < 900; i++) {
    if ((await stateOf(id)).display.title === 'Confirm') await hand(id, { act: 'go' })
    const attributes = groupOf(await ask(id, 'Get-Job-Attributes', { 'job-id': v.integer(job) }), 'job')
    if (states.includes(Number(first(attributes, 'job-state')))) return attributes
    await new Promise((done) => setTimeout(done, 60))
  }
  throw new Error(`job ${job} never reached ${states.join(' or ')}`)
}

const print = async (id: string, job: Attributes, data: Uint8Array) =>
  Number(first(groupOf(await ask(id, 'Print-Job', raster, job, data), 'job'), 'job-id'))

// The whole conformance suites for IPP/1.1 and IPP/2.0, from Debian's cups-ipp-utils; 2.0 includes 1.1.
test.each(['ipp-1.1.test', 'ipp-2.0.test'])(
  'ipptool passes every test of %s',
  async (suite) => {
    await load('heron', 'heron-cassette', 'lustre-a3', 50)
    const document = join(dir, 'suite.pwg')
    writeFileSync(document, page(297, 420, 20))
    const { stdout } = await promisify(execFile)('ipptool', ['-t', '-f', document, uriOf('heron'), suite], { maxBuffer: 1 << 24 }).catch(
      (error) => error as { stdout: string },
    )
    expect(stdout.split('\n').filter((line) => line.includes('[FAIL]') || /EXPECTED|GOT/.test(line))).toEqual([])
    expect(stdout.split('[PASS]').length - 1).toBeGreaterThan(20)
  },
  120_000,
)

// ipptool and its test files: Debian's cups-ipp-utils.
test.each(['get-printer-attributes.test', 'print-job.test', 'get-jobs.test', 'validate-job.test'])('ipptool passes %s', async (file) => {
  const document = join(dir, 'page.pwg')
  writeFileSync(document, page(297, 420, 20))
  const { stdout } = await promisify(execFile)('ipptool', ['-t', '-f', document, uriOf('heron'), file]).catch(
    (error) => error as { stdout: string },
  )
  expect(stdout).toContain('[PASS]')
  expect(stdout).not.toContain('[FAIL]')
})

test('ipptool prints a document of several pages, twice: each page is a sheet of its own, in its order', async () => {
  await load('heron', 'heron-cassette', 'lustre-a3', 20)
  const document = join(dir, 'several.pwg')
  // The mark of a raster stands once, before its first page.
  writeFileSync(document, Buffer.concat([page(297, 420, 20), page(297, 420, 90).subarray(4)]))
  const asked = join(dir, 'several.test')
  writeFileSync(
    asked,
    `{ NAME "Several pages" OPERATION Print-Job GROUP operation-attributes-tag
      ATTR charset attributes-charset utf-8 ATTR language attributes-natural-language en ATTR uri printer-uri $uri
      ATTR mimeMediaType document-format image/pwg-raster
      GROUP job-attributes-tag ATTR integer copies 2
      ATTR collection media-col { MEMBER collection media-size { MEMBER integer x-dimension 29700 MEMBER integer y-dimension 42000 }
        MEMBER keyword media-source main }
      FILE $filename STATUS successful-ok STATUS successful-ok-ignored-or-substituted-attributes EXPECT job-id DISPLAY job-id }`,
  )
  const { stdout } = await promisify(execFile)('ipptool', ['-t', '-v', '-f', document, uriOf('heron'), asked]).catch(
    (error) => error as { stdout: string },
  )
  expect(stdout).toContain('[PASS]')
  const id = Number(/job-id \(integer\) = (\d+)/.exec(stdout)?.[1])
  const ended = await until('heron', id, [JOB_STATE.completed, JOB_STATE.aborted, JOB_STATE.canceled])
  expect([first(ended, 'job-state'), first(ended, 'job-impressions-completed')]).toEqual([JOB_STATE.completed, 4])
  /** How dark the delivered sheet is 50 mm from its leading left corner: printed on the first page, bare on the second. */
  const dark = async (sheet: number) => {
    const picture = Buffer.from(await (await fetch(`http://127.0.0.1:${portOf('heron')}/hands/sheets/${id}/${sheet}`)).arrayBuffer())
    const at = Math.round(((14 + 50) * 150) / 25.4)
    const { data } = await sharp(picture).extract({ left: at, top: at, width: 4, height: 4 }).raw().toBuffer({ resolveWithObject: true })
    return (data[0] ?? 0) < 180
  }
  expect([await dark(1), await dark(2)]).toEqual([true, false])
})

test('a bordered page comes out with the margins it was sent, within the path’s tolerance', async () => {
  await load('gannet', 'gannet-art', 'cotton-a3', 1)
  const id = await print('gannet', mediaCol(296.2, 419.1, 'manual', 'fine-art-matte', 300), page(296.2, 419.1, 20))
  await until('gannet', id, [JOB_STATE.completed])
  const truth = await truthOf('gannet', id)
  for (const margin of Object.values(truth?.margins ?? {})) expect(Math.abs(margin - 20_000)).toBeLessThan(1200)
  expect(truth?.enforced).toBe(false)
  const picture = await sharp(
    Buffer.from(await (await fetch(`http://127.0.0.1:${portOf('gannet')}/hands/sheets/${id}/1`)).arrayBuffer()),
  ).metadata()
  // The sheet and 14 mm of bench all round, at 150 per inch.
  expect(Math.abs((picture.width ?? 0) - ((296.2 + 28) * 150) / 25.4)).toBeLessThan(6)
})

test('a custom page sent as borderless gets the enforced margin, a listed one runs off the edge', async () => {
  await load('tern', 'tern-rear', 'gloss-4x6', 2)
  const custom = await print('tern', mediaCol(101, 151.5, 'rear', 'photographic-glossy', 0), page(101, 151.5, 0, 2.5))
  await until('tern', custom, [JOB_STATE.completed])
  expect((await truthOf('tern', custom))?.enforced).toBe(true)
  for (const m of Object.values((await truthOf('tern', custom))?.margins ?? {})) expect(m).toBeGreaterThan(2500)
  const listed = await print('tern', mediaCol(101.6, 152.4, 'rear', 'photographic-glossy', 0), page(101.6, 152.4, 0, 2.5))
  await until('tern', listed, [JOB_STATE.completed])
  expect((await truthOf('tern', listed))?.margins).toEqual({ leading: 0, trailing: 0, left: 0, right: 0 })
})

test('the board path refuses a sheet loaded early, asks for it, and goes on when it is in', async () => {
  expect(await load('gannet', 'gannet-board', 'board-a3', 1)).toContain('only when it asks')
  const id = await print('gannet', mediaCol(297, 419.4, 'by-pass-tray', 'board-matte', 300), page(297, 419.4, 30))
  const waiting = await until('gannet', id, [JOB_STATE.stopped])
  expect(first(waiting, 'job-state-reasons')).toBe('media-needed')
  expect(await load('gannet', 'gannet-board', 'board-a3', 1)).toBeNull()
  await until('gannet', id, [JOB_STATE.completed, JOB_STATE.stopped])
  await hand('gannet', { act: 'go' })
  await until('gannet', id, [JOB_STATE.completed])
})

test('a refused custom width, an unknown source and a foreign format are told with the attribute', async () => {
  const refused = await ask('gannet', 'Validate-Job', raster, mediaCol(330.2, 500, 'manual', 'fine-art-matte', 300))
  expect(refused.code).toBe(STATUS.attributesNotSupported)
  expect(Object.keys(groupOf(refused, 'unsupported'))).toEqual(['media-size'])
  expect((await ask('gannet', 'Validate-Job', raster, mediaCol(329, 500, 'manual', 'fine-art-matte', 300))).code).toBe(STATUS.ok)
  expect((await ask('gannet', 'Validate-Job', raster, mediaCol(210, 297, 'nowhere', 'fine-art-matte', 300))).code).toBe(
    STATUS.attributesNotSupported,
  )
  expect((await ask('gannet', 'Validate-Job', { 'document-format': v.mime('text/html') })).code).toBe(STATUS.documentFormatNotSupported)
})

test('a damaged page is answered and aborted, not crashed on', async () => {
  const answer = await ask(
    'heron',
    'Print-Job',
    raster,
    mediaCol(297, 420, 'main', 'photographic-satin', 300),
    page(297, 420, 20).subarray(0, 1850),
  )
  expect(answer.code).toBe(STATUS.documentFormatError)
  expect((await ask('heron', 'Get-Job-Attributes', { 'job-id': v.integer(999_999) })).code).toBe(STATUS.notFound)
  const noise = await fetch(httpOf('heron'), {
    method: 'POST',
    headers: { 'content-type': 'application/ipp' },
    body: Buffer.from('not ipp at all'),
  })
  expect(decode(new Uint8Array(await noise.arrayBuffer())).message.code).toBe(STATUS.badRequest)
})

test('a printer that senses size stops for the wrong sheet; one that does not prints on it', async () => {
  const id = await print('dunlin', mediaCol(101.6, 152.4, 'main', 'stationery', 340), page(101.6, 152.4, 10))
  expect(first(await until('dunlin', id, [JOB_STATE.stopped]), 'job-state-reasons')).toBe('media-size-mismatch')
  await ask('dunlin', 'Cancel-Job', { 'job-id': v.integer(id) })
  await until('dunlin', id, [JOB_STATE.canceled])
  expect((await ask('dunlin', 'Cancel-Job', { 'job-id': v.integer(id) })).code).toBe(STATUS.notPossible)
})

test('switched off in the middle, the job is lost and said to be; switched on, it is remembered', async () => {
  await load('plover', 'plover-rear', null, 0)
  const id = await print('plover', mediaCol(210, 297, 'rear', 'stationery', 300), page(210, 297, 20))
  await until('plover', id, [JOB_STATE.stopped])
  await hand('plover', { act: 'power', on: false })
  await expect(ask('plover', 'Get-Jobs', {})).rejects.toThrow()
  await hand('plover', { act: 'power', on: true })
  expect(first(await until('plover', id, [JOB_STATE.aborted]), 'job-state-message')).toContain('switched off')
})

test('the wrong media type visibly prints wrong: more than 4 ΔE2000 on a matte sheet told it is gloss', () => {
  const white: [number, number, number] = [96, 0, 2]
  const right = printedLab(inkModelFor({ inkSet: 'pigment-10', coating: 'art', white, expects: 'art', black: 'matte' }))
  const wrong = printedLab(inkModelFor({ inkSet: 'pigment-10', coating: 'art', white, expects: 'gloss', black: 'photo' }))
  expect(deltaE2000(right([0.5, 0.5, 0.5]), wrong([0.5, 0.5, 0.5]))).toBeGreaterThan(4)
  expect(wrong([0, 0, 0])[0]).toBeGreaterThan(right([0, 0, 0])[0] + 5)
})

test('the committed profiles are the printers’ own models: colprof’s fit checked with transicc', () => {
  const lab = printedLab(inkModelFor({ inkSet: 'pigment-12', coating: 'satin', white: [95.2, 0.2, -3], expects: 'satin', black: 'photo' }))
  const devices: [number, number, number][] = [
    [128, 128, 128],
    [200, 60, 60],
    [40, 120, 180],
    [255, 255, 255],
  ]
  const out = execFileSync('transicc', ['-n', '-i', 'demo/profiles/heron-harbour-lustre.icc', '-o', '*Lab', '-t', '3'], {
    input: `${devices.map((d) => d.join(' ')).join('\n')}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
  })
  const rows = out
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number) as [number, number, number])
  for (const [i, d] of devices.entries())
    expect(deltaE2000(lab([d[0] / 255, d[1] / 255, d[2] / 255]), rows[i] ?? [0, 0, 0])).toBeLessThan(1)
})
