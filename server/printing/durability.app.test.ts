import { cases } from '../../core/testing/thorough.ts'
import { mm } from '../../core/things/length/length.ts'
import type { Job, Run } from '../../core/wire/api/dto.ts'
import { DELIVERED, MOVING } from '../../core/work/runs/states.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { call, patient, until } from '../testing/client.ts'
import { hand, job, jobsAt, killNewest, printRequest, runOf, sentAs, smallPicture } from '../testing/jobs.ts'

const KILLS = cases(30, 4)
/** Three printers at once, each with small sheets, slowed down so that every stage of a run has its share of the kills. */
const LANES = [
  { printer: 'dunlin', path: 'dunlin-photo', lot: 'gloss-4x6', paper: 'beacon-gloss', sheet: { width: 101_600, length: 152_400 } },
  { printer: 'tern', path: 'tern-rear', lot: 'gloss-4x6', paper: 'beacon-gloss', sheet: { width: 101_600, length: 152_400 } },
  { printer: 'plover', path: 'plover-tray-1', lot: 'plain-a4', paper: 'logbook-plain', sheet: { width: mm(210), length: mm(297) } },
]
const fill = (lane: (typeof LANES)[number]) => hand(lane.printer, { act: 'load', pathId: lane.path, lotId: lane.lot, remaining: 90 })
const stockOf = async () => {
  const { lots } = (await call('GET', '/studio')).body as { lots: { id: string; stock: number }[] }
  return new Map(lots.map((l) => [l.id, l.stock]))
}

test(`the server killed at ${KILLS} random points of runs: no run lost, none printed twice, every state true`, async () => {
  const random = seeded(30)
  for (const lane of LANES) {
    await fill(lane)
    await hand(lane.printer, { act: 'pace', pace: 60 })
  }
  const before = await stockOf()
  const picture = await smallPicture(600, 400)
  const printed: { run: Run; lane: (typeof LANES)[number] }[] = []
  const current = new Map<string, { run: Run | null; job: Job; lane: (typeof LANES)[number] }>()

  /** Begins a print; when the plug was pulled meanwhile, looks whether it had begun before beginning it again. */
  const begin = async (lane: (typeof LANES)[number]) => {
    const open = current.get(lane.printer)
    const j =
      open?.job ??
      (await patient(() =>
        job(
          { paperId: lane.paper, sheet: { ...lane.sheet, name: null }, size: { by: 'border', border: mm(8) } },
          { printer: lane.printer, path: lane.path, stock: lane.lot },
          picture,
        ),
      ))
    current.set(lane.printer, { run: null, job: j, lane })
    const begun = (await call<Run[]>('GET', `/jobs/${j.id}/runs`)).body
    const run = begun[0] ?? (await call<Run>('POST', `/jobs/${j.id}/print`, await printRequest(j))).body
    if (!run.id) throw new Error(JSON.stringify(run))
    current.set(lane.printer, { run, job: j, lane })
  }
  /** What is over is put aside; what waits for a hand gets one. */
  const look = async () => {
    for (const [key, { run, lane }] of current) {
      if (!run) continue
      const now = await runOf(run.id)
      if (DELIVERED.includes(now.state)) {
        printed.push({ run: now, lane })
        current.delete(key)
      } else if (now.state === 'waiting') await hand(lane.printer, { act: 'go' })
      else if (!MOVING.includes(now.state)) throw new Error(`run ${run.id} ended as ${now.state}: ${now.message}`)
    }
  }
  const settle = () =>
    until(
      async () => {
        await patient(async () => {
          await look()
          for (const [, { run, lane }] of current) if (!run) await begin(lane)
          return true
        })
        return [...current]
      },
      (open) => open.length === 0,
      120,
    ).catch(async (error) => {
      // What it stood at, as the studio and as its printer see it.
      const open = [...current].flatMap(([printer, { run }]) => (run ? [{ printer, run }] : []))
      const seen = await Promise.all(open.map(async ({ printer, run }) => [await runOf(run.id), await sentAs(run, printer)] as const))
      const says = seen.map(([now, jobs]) => [now.id, now.state, now.message, now.progress, jobs.map((j) => [j.id, j.state, j.delivered])])
      throw new Error(`${JSON.stringify(says)} ${error}`)
    })
  // As long as the three take undisturbed on this machine is the longest they are let go on before the plug is pulled:
  // so every stage, from the first page made to the last sheet, has its share of the kills however busy it is.
  const from = performance.now()
  for (const lane of LANES) await begin(lane)
  await settle()
  const within = performance.now() - from
  // However slow the machine: enough kills, and enough prints that came through them.
  for (let kill = 0; kill < KILLS || printed.length <= KILLS / 5; kill++) {
    await patient(async () => {
      await look()
      for (const lane of LANES) if (!current.get(lane.printer)?.run) await begin(lane)
      return true
    })
    await new Promise((done) => setTimeout(done, random() * within))
    killNewest('server/main.js')
    await patient(() => call('GET', '/jobs'))
  }
  await settle()
  for (const lane of LANES) await hand(lane.printer, { act: 'pace', pace: null })

  for (const { run, lane } of printed) {
    // Once under its name at the printer, finished there, with as many sheets as the run says.
    const jobs = await sentAs(run, lane.printer)
    expect([run.id, jobs.map((j) => [j.state, j.delivered])]).toEqual([run.id, [['completed', run.sheetsDelivered]]])
    expect(run.sheetsDelivered).toBe(1)
  }
  // The printers made no sheet that nobody knows of, and the stock went down by just what came out.
  const after = await stockOf()
  for (const lot of new Set(LANES.map((l) => l.lot))) {
    const mine = printed.filter((p) => p.lane.lot === lot).length
    expect([lot, (before.get(lot) ?? 0) - (after.get(lot) ?? 0)]).toEqual([lot, mine])
  }
  for (const { printer } of LANES) {
    const names = (await jobsAt(printer)).filter((j) => j.delivered > 0).map((j) => j.name)
    expect(new Set(names).size).toBe(names.length)
  }
}, 900_000)
