import { execFileSync } from 'node:child_process'
import { PDFDocument } from 'pdf-lib'
import sharp from 'sharp'
import { itemOf, withItem } from '../../core/things/brief/brief.ts'
import { pictureIn } from '../../core/things/brief/item.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Job, PrintFile } from '../../core/wire/api/dto.ts'
import { TARGET } from '../../core/work/target/target.ts'
import { API, BASE, call, put, until } from '../testing/client.ts'

/** A picture whose right half only differs between the intents: strong blue beside middle grey. */
async function halves(): Promise<string> {
  const data = Buffer.alloc(400 * 200 * 3)
  for (let i = 0; i < 400 * 200; i++) data.set(i % 400 < 200 ? [128, 128, 128] : [10 + ((i * 7) % 40), 0, 160 + ((i * 13) % 90)], i * 3)
  const png = await sharp(data, { raw: { width: 400, height: 200, channels: 3 } })
    .png()
    .toBuffer()
  return (await put('/pictures?name=halves.png', png)).body.id
}

async function jobOf(): Promise<Job> {
  const { body } = await call<Job>('POST', '/jobs', {
    title: 'Halves',
    pictureId: await halves(),
    brief: { paperId: 'lamproom-baryta', items: [{ size: { by: 'picture', width: mm(300), height: null } }] },
  })
  return body
}
const file = async (hash: string) => Buffer.from(await (await fetch(`${BASE}/api/files/${hash}`)).arrayBuffer())
const lotOf = async (paperId: string) => {
  const { body } = await call('GET', '/studio')
  return body.lots.find((l: { paperId: string; form: string; stock: number }) => l.paperId === paperId && l.form === 'sheet' && l.stock > 0)
}

describe('test strips', () => {
  test('one candidate to a piece: a quarter of the sheet for each, with its own letter', async () => {
    const job = await jobOf()
    const lot = await lotOf('lamproom-baryta')
    const profileId = 'gannet-lamproom-baryta'
    const { status, body: sheets } = await call<Job[]>('POST', `/jobs/${job.id}/strips`, {
      lotId: lot.id,
      share: 4,
      apart: true,
      at: { x: 0.5, y: 0.5 },
      candidates: (['relative', 'perceptual', 'saturation'] as const).map((intent) => ({ intent, blackPoint: true, profileId })),
    })
    expect([status, sheets.length]).toEqual([201, 3])
    const quarter = [Math.floor(lot.measured.width / 2), Math.floor(lot.measured.length / 2)].sort()
    for (const [i, sheet] of (sheets as Job[]).entries()) {
      expect(sheet.title).toContain(`(${'ABC'[i]})`)
      expect(sheet.brief.test).toMatchObject({ kind: 'strips', here: [i] })
      expect([sheet.brief.sheet?.width, sheet.brief.sheet?.length].sort()).toEqual(quarter)
      expect(sheet.brief.notes.split('\n')[0]).toMatch(new RegExp(`^${'ABC'[i]}  `))
    }
  })

  test('of several pictures, strips are made of the one that is asked for', async () => {
    const [other] = (await call<{ id: string; name: string }[]>('GET', '/pictures/demo')).body
    const { body: job } = await call<Job>('POST', '/jobs', {
      title: 'Two of them',
      pictureIds: [await halves(), other.id],
      brief: { paperId: 'lamproom-baryta' },
    })
    const asked = {
      lotId: (await lotOf('lamproom-baryta')).id,
      share: 4,
      at: { x: 0.5, y: 0.5 },
      candidates: (['relative', 'perceptual'] as const).map((intent) => ({
        intent,
        blackPoint: true,
        profileId: 'gannet-lamproom-baryta',
      })),
    }
    const nameOf = async (item?: string) => {
      const { body } = await call<Job[]>('POST', `/jobs/${job.id}/strips`, { ...asked, item })
      return pictureIn(itemOf(body[0].brief))?.name
    }
    expect([await nameOf(), await nameOf('2')]).toEqual(['Strips of halves.png.tif', `Strips of ${other.name}.tif`])
    const unknown = await call('POST', `/jobs/${job.id}/strips`, { ...asked, item: '9' })
    expect([unknown.status, unknown.body.code]).toEqual([404, 'not-found'])
  })

  test('each strip is rendered in its own way, where the candidates differ most, on half a sheet', async () => {
    const job = await jobOf()
    const lot = await lotOf('lamproom-baryta')
    const profileId = 'gannet-lamproom-baryta'
    const { status, body: sheets } = await call<Job[]>('POST', `/jobs/${job.id}/strips`, {
      lotId: lot.id,
      share: 2,
      at: null,
      candidates: [
        { intent: 'relative', blackPoint: true, profileId },
        { intent: 'perceptual', blackPoint: true, profileId },
      ],
    })
    expect([status, sheets.length]).toEqual([201, 1])
    const body = sheets[0] as Job
    expect(body.brief.test).toMatchObject({ kind: 'strips', forJob: job.id, paperId: 'lamproom-baryta' })
    const halved = Math.floor(Math.max(lot.measured.width, lot.measured.length) / 2)
    expect(Object.values(body.brief.sheet ?? {})).toContain(halved)
    const strips = await sharp(await file(pictureIn(itemOf(body.brief))?.hash ?? ''), { ignoreIcc: true })
      .raw()
      .toBuffer({ resolveWithObject: true })
    const { width, height } = strips.info
    const at = (x: number, y: number) => {
      const i = (Math.floor(y * height) * width + Math.floor(x * width)) * 3
      return [...strips.data.subarray(i, i + 3)]
    }
    const [one, two] = [at(0.5, 0.25), at(0.5, 0.75)]
    // Blue, not the grey half; and not alike.
    expect(one[2] as number).toBeGreaterThan((one[0] as number) + 30)
    expect(one.map((v, k) => Math.abs(v - (two[k] as number))).reduce((a, b) => a + b)).toBeGreaterThan(10)
    // What is sent for flat colours is what transicc (LittleCMS) sends, in each strip its own intent.
    const flat = await call<Job[]>('POST', `/jobs/${job.id}/strips`, {
      lotId: lot.id,
      share: 2,
      at: { x: 0, y: 0.5 },
      candidates: body.brief.test?.kind === 'strips' ? body.brief.test.candidates : [],
    })
    const grey = await sharp(await file((flat.body[0] && pictureIn(itemOf(flat.body[0].brief))?.hash) ?? ''), { ignoreIcc: true })
      .raw()
      .toBuffer({ resolveWithObject: true })
    for (const [i, y] of [0.25, 0.75].entries()) {
      const p = (Math.floor(y * grey.info.height) * grey.info.width + 60) * 3
      const reference = execFileSync(
        'transicc',
        ['-n', '-i', '*sRGB', '-o', `demo/profiles/${profileId}.icc`, '-t', i === 0 ? '1' : '0', '-b'],
        {
          input: '128 128 128\n',
          encoding: 'utf8',
          stdio: ['pipe', 'pipe', 'ignore'],
        },
      )
        .trim()
        .split(/\s+/)
        .map(Number)
      reference.forEach((v, k) => {
        expect(Math.abs((grey.data[p + k] as number) - v)).toBeLessThan(2.5)
      })
    }
  }, 60_000)

  test('each media type gets a sheet of its own, with strips of one size; the one that wins is the paper’s from then on', async () => {
    const job = await jobOf()
    const lot = await lotOf('lamproom-baryta')
    const { body: studio } = await call('GET', '/studio')
    const gannet = studio.printers.find((p: { id: string }) => p.id === 'gannet')
    const usual = studio.pairings.find((p: { id: string }) => p.id === 'gannet-lamproom-baryta').mediaTypeId
    const other = gannet.mediaTypes.find((m: { id: string }) => m.id !== usual).id
    const candidate = (mediaTypeId: string | null, intent = 'relative') => ({
      intent,
      blackPoint: true,
      profileId: 'gannet-lamproom-baryta',
      mediaTypeId,
    })
    const { body, status } = await call<Job[]>('POST', `/jobs/${job.id}/strips`, {
      lotId: lot.id,
      share: 2,
      at: { x: 0.5, y: 0.5 },
      candidates: [candidate(null), candidate(other), candidate(null, 'perceptual')],
    })
    expect([status, body.length]).toEqual([201, 2])
    expect(body.map((j: Job) => j.pins['media-type'])).toEqual([usual, other])
    expect(body.map((j: Job) => j.brief.test?.kind === 'strips' && j.brief.test.here)).toEqual([[0, 2], [1]])
    expect(new Set(body.map((j: Job) => JSON.stringify(itemOf(j.brief).size))).size).toBe(1)
    const mediaTypeOf = async () => {
      const { body: plate } = await call('POST', '/plates/resolve', { brief: job.brief, pins: { printer: 'gannet' } })
      return plate.decisions.find((d: { key: string }) => d.key === 'media-type')
    }
    expect((await mediaTypeOf()).value).toBe(usual)
    const won = { intent: 'relative', blackPoint: true, mediaTypeId: other, because: 'deeper blacks' }
    await call('PUT', '/pairings/gannet-lamproom-baryta/tested', won)
    try {
      expect(await mediaTypeOf()).toMatchObject({ value: other, reason: expect.stringContaining('deeper blacks') })
    } finally {
      await call('PUT', '/pairings/gannet-lamproom-baryta/tested', null)
    }
    expect((await mediaTypeOf()).value).toBe(usual)
    const wrong = await call('POST', `/jobs/${job.id}/strips`, {
      lotId: lot.id,
      share: 2,
      at: null,
      candidates: [candidate('nothing'), candidate(null)],
    })
    expect(wrong.status).toBe(404)
  }, 60_000)

  test('too many for the piece, another printer’s profile, a lot that is not there: refused with the reason', async () => {
    const job = await jobOf()
    const lot = await lotOf('lamproom-baryta')
    const ask = (change: object) =>
      call('POST', `/jobs/${job.id}/strips`, {
        lotId: lot.id,
        share: 1,
        at: null,
        candidates: ['relative', 'perceptual'].map((intent) => ({ intent, blackPoint: true, profileId: 'gannet-lamproom-baryta' })),
        ...change,
      })
    const foreign = await ask({
      candidates: ['relative', 'perceptual'].map((intent) => ({ intent, blackPoint: true, profileId: 'heron-pilot-rag' })),
    })
    expect([foreign.status, foreign.body.code]).toEqual([422, 'other-printer'])
    expect((await ask({ lotId: 'nowhere' })).status).toBe(404)
    expect((await ask({ candidates: [] })).status).toBe(400)
  })

  test('the winner decides the pairing’s intent, with its reason, until it is taken back', async () => {
    const intentOf = async () => {
      const { body } = await call('POST', '/plates/resolve', { brief: (await jobOf()).brief, pins: { printer: 'gannet' } })
      return body.decisions.find((d: { key: string }) => d.key === 'intent')
    }
    const before = await intentOf()
    const winner = before.value === 'perceptual' ? 'relative' : 'perceptual'
    await call('PUT', '/pairings/gannet-lamproom-baryta/tested', { intent: winner, blackPoint: true, because: 'the blues keep apart' })
    try {
      expect(await intentOf()).toMatchObject({ value: winner, by: 'pairing', reason: expect.stringContaining('the blues keep apart') })
    } finally {
      await call('PUT', '/pairings/gannet-lamproom-baryta/tested', null)
    }
    expect((await intentOf()).value).toBe(before.value)
    expect((await call('PUT', '/pairings/none/tested', null)).status).toBe(404)
  })
})

describe('the target', () => {
  test('is a job at its true size, and a PNG, a TIFF and a PDF', async () => {
    const { body } = await call<Job>('POST', '/target/jobs', { paperId: 'quay-matte', printerId: 'gannet' })
    expect(body.brief).toMatchObject({ test: { kind: 'target' }, items: [{ size: { by: 'picture', width: TARGET.w, height: TARGET.h } }] })
    for (const kind of ['png', 'tif']) {
      const answer = await fetch(`${API}/target.${kind}`)
      const meta = await sharp(Buffer.from(await answer.arrayBuffer())).metadata()
      expect([kind, meta.density, meta.hasProfile, Math.round(((meta.width ?? 0) * 25_400) / 360 / 1000)]).toEqual([kind, 360, true, 128])
    }
    const pdf = await PDFDocument.load(await (await fetch(`${API}/target.pdf`)).arrayBuffer())
    expect(pdf.getPage(0).getWidth()).toBeCloseTo(((128 + 20) * 72) / 25.4, 1)
  })
})

describe('print-ready files', () => {
  test.each([
    ['tiff', 'tiff'],
    ['png16', 'png'],
  ] as const)('a job’s page as %s', async (format, codec) => {
    const job = await jobOf()
    const begun = await call<PrintFile>('POST', `/jobs/${job.id}/print-files`, { format })
    expect(begun.status).toBe(202)
    const done = await until(
      async () => (await call<PrintFile>('GET', `/print-files/${begun.body.id}`)).body as PrintFile,
      (f) => f.state !== 'making',
    )
    expect(done).toMatchObject({ state: 'ready', share: 1 })
    const answer = await fetch(`${API}/print-files/${done.id}/file`)
    expect(answer.headers.get('content-disposition')).toContain(`job-${job.id}.`)
    const meta = await sharp(Buffer.from(await answer.arrayBuffer()), { limitInputPixels: false }).metadata()
    expect(meta).toMatchObject({ format: codec, depth: format === 'png16' ? 'ushort' : 'uchar', hasProfile: true })
  })

  test('a job without a picture, and a file that is not there, are refused', async () => {
    const { body } = await call<Job>('POST', '/jobs', { title: 'Nothing yet' })
    expect((await call('POST', `/jobs/${body.id}/print-files`, { format: 'tiff' })).body.code).toBe('nothing-to-make')
    expect((await call('GET', '/print-files/none')).status).toBe(404)
  })
})

test('a colour is followed to every paper, and a critical one that is missed is a finding of the stored job', async () => {
  const job = await jobOf()
  const { body: colour } = await call('POST', `/pictures/${pictureIn(itemOf(job.brief))?.id}/colours`, {
    name: 'Deep blue',
    rgb: [10, 0, 240],
  })
  const misses = colour.misses['gannet-lamproom-baryta']
  expect(Object.keys(misses).sort()).toEqual([
    'absolute',
    'perceptual',
    'perceptual+',
    'relative',
    'relative+',
    'saturation',
    'saturation+',
  ])
  expect(misses['relative+']).toBeGreaterThan(3)
  expect(misses['relative+']).toBeLessThan(25)
  const { body: plate } = await call('POST', '/plates/resolve', {
    brief: withItem(job.brief, { critical: [colour] }),
    pins: { printer: 'gannet' },
  })
  expect(plate.findings.map((f: { id: string }) => f.id)).toContain('critical-colour:0')
  expect((await call('POST', `/pictures/${pictureIn(itemOf(job.brief))?.id}/colours`, { name: 'x', rgb: [300, 0, 0] })).status).toBe(400)
})

describe('pictures that are not plain RGB are counted and measured all the same', () => {
  const base = { create: { width: 120, height: 90, channels: 3 as const, background: { r: 180, g: 90, b: 40 } } }
  test.each([
    ['grey', () => sharp(base).greyscale().png().toBuffer()],
    ['one bit', () => sharp(base).threshold(100).png({ palette: true, colours: 2 }).toBuffer()],
    ['indexed', () => sharp(base).png({ palette: true, colours: 8 }).toBuffer()],
    ['with alpha', () => sharp(base).ensureAlpha(0.4).png().toBuffer()],
    ['CMYK', () => sharp(base).toColourspace('cmyk').jpeg().toBuffer()],
    ['16 bit', () => sharp(base).toColourspace('rgb16').png().toBuffer()],
    ['with a profile for other channels', () => sharp(base).greyscale().withIccProfile('srgb').png().toBuffer()],
    [
      'with broken EXIF',
      async () => {
        const jpeg = await sharp(base)
          .withExif({ IFD0: { Copyright: 'nobody' } })
          .jpeg()
          .toBuffer()
        const at = jpeg.indexOf('Exif')
        return Buffer.concat([jpeg.subarray(0, at + 6), Buffer.alloc(12, 0xff), jpeg.subarray(at + 18)])
      },
    ],
  ] as const)('%s', async (name, make) => {
    const { status, body } = await put(`/pictures?name=${encodeURIComponent(name)}`, await make())
    expect([name, status]).toEqual([name, 200])
    const { body: found } = await call('GET', `/pictures/${body.id}/measures?profile=gannet-lamproom-baryta`)
    expect(found.measures.renderings).toHaveLength(6)
    expect(found.measures.outOfGamut.share).toBeGreaterThanOrEqual(0)
  })
})
