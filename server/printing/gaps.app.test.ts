import { existsSync, rmSync, writeFileSync } from 'node:fs'
import { cases } from '../../core/testing/thorough.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { AtWork, Job, JobHeads, Run } from '../../core/wire/api/dto.ts'
import { DELIVERED, MOVING } from '../../core/work/runs/states.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { type Answer, call, patient, until } from '../testing/client.ts'
import { finish, hand, job, killNewest, print, printRequest, runOf, sentAs, smallPicture } from '../testing/jobs.ts'

const PLUG = process.env.ARCH_PLUG ?? ''
/** Of the gaps of each act so many are tried; all of them when there is time. */
const GAPS = cases(99, 2)
const OTHER_KILLS = cases(10, 2)
const A4 = { width: mm(210), length: mm(297), name: null }
const PLAIN = { paperId: 'logbook-plain', sheet: A4, size: { by: 'border', border: mm(12) } }
const PINS = { printer: 'plover', path: 'plover-tray-1', stock: 'plain-a4' }

const studio = async () => (await call<Studio>('GET', '/studio')).body as Studio
const stockOf = async (id = 'plain-a4') => (await studio()).lots.find((l) => l.id === id)?.stock ?? 0
const goodOf = async () => (await studio()).pairings.find((p) => p.printerId === 'plover' && p.paperId === 'logbook-plain')?.good ?? 0
const jobOf = async (id: number) => (await call<Job>('GET', `/jobs/${id}`)).body as Job
const runsOf = async (id: number) => (await call<Run[]>('GET', `/jobs/${id}/runs`)).body as Run[]

let picture = ''
const fresh = (brief: object = PLAIN, pins: object = PINS) => job(brief, pins, picture)
const own = async () => {
  const j = await fresh()
  return { job: await jobOf(j.id), run: await print(j, { how: 'own' }) }
}
const RIGHT = {
  verdict: 'right',
  sheetsUsed: 1,
  sheetsWasted: 0,
  margins: null,
  skew: null,
  faults: [],
  note: '',
  gloss: null,
  target: null,
  wash: null,
}

/** An act of several writes: what it begins from, what is asked, and what there is of it afterwards: nothing, or all of it. */
interface Act<C> {
  name: string
  prepare(): Promise<C>
  ask(c: C, key: string): Promise<Answer<unknown>>
  /** How much of the act has happened, 0 or 1; anything between is half of it. */
  done(c: C): Promise<number>
}
const act = <C>(of: Act<C>): Act<unknown> => of as Act<unknown>
const keyed = (key: string) => ({ 'idempotency-key': key })
/** 1 when all of these are true, 0 when none is, and a fraction of what is only half done. */
const share = (...happened: boolean[]) => happened.filter(Boolean).length / happened.length

/** The one run of a job, once its sheets are there. */
const over = async (jobId: number): Promise<Run> => finish((await runsOf(jobId))[0]?.id ?? 0, DELIVERED)

/** Every cut is of a size of its own: what was cut before would be taken from stock. */
let cuts = 0

const ACTS = [
  act({
    name: 'a new job',
    prepare: async () => ({ title: `Gap ${crypto.randomUUID()}` }),
    ask: ({ title }, key) => call('POST', '/jobs', { title, pictureId: picture }, keyed(key)),
    done: async ({ title }) => (await call<Job[]>('GET', '/jobs')).body.filter((j: Job) => j.title === title).length,
  }),
  act({
    name: 'an edit',
    prepare: () => fresh(),
    ask: (j, key) =>
      call('PATCH', `/jobs/${j.id}`, { version: j.version, title: 'Edited', pins: { ...j.pins, margins: 'bordered' } }, keyed(key)),
    done: async (j) => {
      const now = await jobOf(j.id)
      return share(now.title === 'Edited', now.pins.margins === 'bordered', now.version === j.version + 1)
    },
  }),
  act({
    name: 'paper put in',
    prepare: async () => {
      await call('PUT', '/printers/plover/loaded', { pathId: 'plover-tray-1', lotId: null, remaining: 0 })
      return fresh()
    },
    ask: (j, key) => call('PUT', `/jobs/${j.id}/ticks/load`, {}, keyed(key)),
    done: async (j) => {
      const ticked = ((await call<{ stepId: string }[]>('GET', `/jobs/${j.id}/ticks`)).body as { stepId: string }[]).some(
        (t) => t.stepId === 'load',
      )
      return share(
        ticked,
        (await studio()).loaded.some((l) => l.pathId === 'plover-tray-1' && l.lotId === 'plain-a4'),
      )
    },
  }),
  act({
    name: 'a print begun',
    prepare: async () => {
      const j = await fresh()
      return { j, request: await printRequest(j, { how: 'own' }) }
    },
    ask: ({ j, request }, key) => call('POST', `/jobs/${j.id}/print`, request, keyed(key)),
    done: async ({ j }) => ((await runsOf(j.id)).length + ((await jobOf(j.id)).state === 'printing' ? 1 : 0)) / 2,
  }),
  act({
    name: 'a print sent, from the queue to the sheet',
    prepare: async () => {
      await patient(() => hand('plover', { act: 'load', pathId: 'plover-tray-1', lotId: 'plain-a4', remaining: 90 }))
      await call('PUT', '/printers/plover/loaded', { pathId: 'plover-tray-1', lotId: 'plain-a4', remaining: 90 })
      const j = await fresh()
      return { j, request: await printRequest(j), stock: await stockOf() }
    },
    ask: async ({ j, request }, key) => {
      const answer = await call<Run>('POST', `/jobs/${j.id}/print`, request, keyed(key))
      // It is over when its sheet is there; the plug may be pulled at any step of the way.
      if (answer.status < 300 || answer.body.code === 'already-done') await patient(() => over(j.id))
      return answer
    },
    done: async ({ j, stock }) => {
      const [run, ...more] = await runsOf(j.id)
      if (!run) return 0
      await patient(() => over(j.id))
      const sent = (await sentAs(run, 'plover')).filter((at) => at.delivered > 0)
      return share(more.length === 0, sent.length === 1, (await stockOf()) === stock - 1, (await jobOf(j.id)).state === 'inspect')
    },
  }),
  act({
    name: 'sheets come out',
    prepare: async () => ({ ...(await own()), stock: await stockOf() }),
    ask: ({ run }, key) => call('POST', `/runs/${run.id}/out`, { sheets: 2 }, keyed(key)),
    done: async ({ job: j, run, stock }) =>
      share((await stockOf()) === stock - 2, DELIVERED.includes((await runOf(run.id)).state), (await jobOf(j.id)).state === 'inspect'),
  }),
  act({
    name: 'an inspection',
    prepare: async () => {
      const { job: j, run } = await own()
      await call('POST', `/runs/${run.id}/out`, { sheets: 1 })
      await call('POST', `/runs/${run.id}/dry`)
      return { j, run, good: await goodOf() }
    },
    ask: ({ run }, key) => call('PUT', `/runs/${run.id}/inspection`, RIGHT, keyed(key)),
    done: async ({ j, run, good }) =>
      share((await goodOf()) === good + 1, (await runOf(run.id)).inspection?.verdict === 'right', (await jobOf(j.id)).state === 'done'),
  }),
  act({
    name: 'stock cut',
    prepare: async () => {
      const j = await fresh(
        {
          paperId: 'harbour-lustre',
          sheet: { width: mm(150 + 4 * ++cuts), length: mm(590), name: null },
          size: { by: 'border', border: mm(15) },
        },
        {},
      )
      return { j, stocks: (await studio()).lots.length }
    },
    ask: ({ j }, key) => call('POST', `/jobs/${j.id}/cut`, { version: j.version }, keyed(key)),
    done: async ({ j, stocks }) => share((await studio()).lots.length > stocks, (await jobOf(j.id)).pins.stock !== undefined),
  }),
  act({
    name: 'a fault answered by printing again',
    prepare: own,
    ask: ({ run }, key) =>
      call(
        'POST',
        `/runs/${run.id}/fault`,
        { faultId: 'paper-out', causeId: 'count-wrong', sheets: 1, change: false, next: 'again', despite: [] },
        keyed(key),
      ),
    done: async ({ job: j, run }) => {
      const all = await runsOf(j.id)
      // The run that broke off is ended first, which is an act of its own; then the fault and the new run belong together.
      return share(all.length === 2, (await runOf(run.id)).faults.length === 1)
    },
  }),
]

/** Nothing contradicts anything: a job is being printed while, and only while, a run of it is under way. */
async function noContradiction(): Promise<void> {
  const jobs = (await call<JobHeads>('GET', '/jobs/heads')).body.heads ?? []
  const moving = new Set(((await call<AtWork[]>('GET', '/at-work')).body as AtWork[]).map((run) => run.jobId))
  for (const j of jobs) expect([j.id, j.state === 'printing']).toEqual([j.id, moving.has(j.id)])
}

beforeAll(async () => {
  picture = await smallPicture(600, 400)
  await call('PATCH', '/lots/plain-a4', { stock: 400 })
})
afterEach(() => rmSync(PLUG, { force: true }))

test.each(ACTS.map((a) => [a.name, a] as const))(
  '%s, the plug pulled in the gaps between its writes: all of it or nothing, and asked again once',
  async (name, { prepare, ask, done }) => {
    const random = seeded([...name].reduce((sum, c) => sum + c.charCodeAt(0), 0))
    let kills = 0
    // The first gaps, the last (where the next would be past the end), and some between.
    for (let gap = 0; kills < GAPS; gap += GAPS > 10 ? 1 : 1 + Math.floor(random() * 2)) {
      const c = await prepare()
      const key = `gap-${crypto.randomUUID()}`
      writeFileSync(PLUG, String(gap))
      const answer = await ask(c, key).catch(() => null)
      const pulled = !existsSync(PLUG)
      rmSync(PLUG, { force: true })
      if (!pulled) {
        // Fewer writes than that: the act is over.
        expect([gap, answer?.status !== undefined && answer.status < 300, await done(c)]).toEqual([gap, true, 1])
        break
      }
      kills++
      await patient(() => call('GET', '/studio'))
      const half = await done(c)
      expect([name, gap, half === 0 || half === 1]).toEqual([name, gap, true])
      await noContradiction()
      const again = await patient(() => ask(c, key))
      expect([name, gap, again.status < 300 || again.body.code === 'already-done', await done(c)]).toEqual([name, gap, true, 1])
    }
    expect(kills).toBeGreaterThan(0)
  },
  900_000,
)

test(`the database killed ${OTHER_KILLS} times under acts: each counts once`, async () => {
  for (let n = 0; n < OTHER_KILLS; n++)
    for (const { name, prepare, ask, done } of ACTS.slice(0, 4)) {
      const c = await patient(() => prepare())
      const key = `database-${crypto.randomUUID()}`
      const first = ask(c, key).catch(() => null)
      if (name === ACTS[n % 4]?.name) killNewest('mariadb')
      await first
      const again = await until(
        () => ask(c, key).catch(() => null),
        (answer) => answer !== null && (answer.status < 300 || answer.body?.code === 'already-done'),
        60,
      )
      expect([name, again !== null, await done(c)]).toEqual([name, true, 1])
    }
  await noContradiction()
}, 900_000)

test(`a simulated printer killed ${OTHER_KILLS} times while it prints: what was delivered is what was taken off the stock`, async () => {
  for (let n = 0; n < OTHER_KILLS; n++) {
    await patient(() => hand('plover', { act: 'load', pathId: 'plover-tray-1', lotId: 'plain-a4', remaining: 90 }))
    await hand('plover', { act: 'pace', pace: 60 })
    const stock = await stockOf()
    const run = await print(await fresh())
    await until(
      () => runOf(run.id),
      (r) => r.state === 'printing' || r.state === 'waiting' || !MOVING.includes(r.state),
      60,
    )
    killNewest('simulator/main')
    const over = await finish(run.id, [...DELIVERED, 'failed', 'cancelled'])
    expect([over.state, stock - (await stockOf())]).toEqual([over.state, DELIVERED.includes(over.state) ? 1 : over.sheetsDelivered])
  }
  await noContradiction()
}, 900_000)
