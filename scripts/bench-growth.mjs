// The calls and screens an operator waits for in a studio of ten busy years, beside the same of the demo studio in the same
// installation; then fifty clients at once beside one alone.
import { spawn } from 'node:child_process'
import { root, say } from './lib.mjs'

const DEMO = 'lantern-wharf'
const GROWN = 'ten-years'
/** So often each is done: of what only reads so many that its 95th is not a matter of six pauses. */
const ROUNDS = { reading: 480, writing: 120 }
const WRITING = ['a job edited', 'a job begun', 'a run inspected']
const CLIENTS = 50
/** How long the clients are at it, ms. */
const WHILE = 60_000
/** What is allowed: times the demo's, and ms in all. */
const RATIO = 1.5
const MOST = 100

const round = (ms) => Number(ms.toFixed(1))
const at = (times, share) => times[Math.min(times.length - 1, Math.floor(times.length * share))]

/** One call; its time in ms and what it answered. */
async function ask(base, studio, method, path, body) {
  const headers = {
    'x-arch-plate': '1',
    ...(body ? { 'content-type': 'application/json' } : {}),
    ...(method === 'GET' ? {} : { 'idempotency-key': crypto.randomUUID() }),
  }
  const begin = performance.now()
  const answer = await fetch(`${base}/api/studios/${studio}${path}`, {
    method,
    headers,
    signal: AbortSignal.timeout(30_000),
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  const text = await answer.text()
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 200)}`)
  return { ms: performance.now() - begin, value: JSON.parse(text) }
}

/** What an operator does, each as a function of the studio: what it asks for is found first and not timed. */
const ACTS = {
  'studio, what changed since': async (base, studio) => {
    const { value } = await ask(base, studio, 'GET', '/studio/parts')
    const have = Object.entries(value.versions)
      .map(([part, version]) => `${part}:${version}`)
      .join(',')
    return () => ask(base, studio, 'GET', `/studio/parts?have=${have}`)
  },
  'studio, after something was loaded': async (base, studio) => {
    const { value } = await ask(base, studio, 'GET', '/studio/parts')
    const have = Object.entries(value.versions)
      .map(([part, version]) => `${part}:${version}`)
      .join(',')
    const tray = value.parts.loaded.find((one) => one.lotId !== null && one.remaining > 0)
    const body = { pathId: tray.pathId, lotId: tray.lotId, remaining: tray.remaining }
    return async () => {
      await ask(base, studio, 'PUT', `/printers/${tray.printerId}/loaded`, body)
      return ask(base, studio, 'GET', `/studio/parts?have=${have}`)
    }
  },
  'studio, after a lot was counted': async (base, studio) => {
    let { value } = await ask(base, studio, 'GET', '/studio/parts')
    const lot = value.parts.lots.find(({ form }) => form === 'sheet')
    let stock = lot.stock
    return async () => {
      await ask(base, studio, 'PATCH', `/lots/${lot.id}`, { stock: ++stock })
      const have = Object.entries(value.versions)
        .map(([part, version]) => `${part}:${version}`)
        .join(',')
      const answer = await ask(base, studio, 'GET', `/studio/parts?have=${have}`)
      value = answer.value
      return answer
    }
  },
  'the open jobs, when one was changed': async (base, studio) => {
    const { value: first } = await ask(base, studio, 'GET', '/jobs/heads')
    let { at } = first
    const newest = first.heads.at(-1).id
    return async () => {
      const heads = await ask(base, studio, 'GET', `/jobs/heads?have=${at}`)
      at = heads.value.at
      const jobs = await ask(base, studio, 'GET', `/jobs?ids=${newest}`)
      return { ms: heads.ms + jobs.ms }
    }
  },
  'a page of jobs': async (base, studio) => () => ask(base, studio, 'GET', '/jobs'),
  'one job': async (base, studio) => () => ask(base, studio, 'GET', '/jobs/10'),
  'its runs': async (base, studio) => () => ask(base, studio, 'GET', '/jobs/10/runs'),
  'the log': async (base, studio) => () => ask(base, studio, 'GET', '/runs'),
  'the log, further back': async (base, studio) => () =>
    ask(base, studio, 'GET', studio === GROWN ? '/runs?before=400000' : '/runs?before=8'),
  'the log, a word in many runs': async (base, studio) => () => ask(base, studio, 'GET', '/runs?q=heron'),
  'the log, a word in few': async (base, studio) => () => ask(base, studio, 'GET', '/runs?q=fog%20bank'),
  'the log, words of many runs': async (base, studio) => () => ask(base, studio, 'GET', '/runs?q=right%20gannet'),
  'one run with its plate': async (base, studio) => () => ask(base, studio, 'GET', '/runs/6'),
  'what the printers are at': async (base, studio) => () => ask(base, studio, 'GET', '/at-work'),
  papers: async (base, studio) => () => ask(base, studio, 'GET', '/papers'),
  profiles: async (base, studio) => () => ask(base, studio, 'GET', '/profiles'),
  'a job edited': async (base, studio) => async () => {
    const { value: job } = await ask(base, studio, 'GET', '/jobs/10')
    return ask(base, studio, 'PATCH', '/jobs/10', { version: job.version, title: `${job.title.slice(0, 60)}.` })
  },
  'a job begun': async (base, studio) => () => ask(base, studio, 'POST', '/jobs', { title: 'Measured', pictureId: null }),
  'a run inspected': async (base, studio) => () =>
    ask(base, studio, 'PUT', '/runs/6/inspection', {
      margins: null,
      skew: null,
      target: null,
      wash: null,
      gloss: null,
      verdict: 'right',
      faults: [],
      note: 'measured',
      sheetsUsed: 1,
      sheetsWasted: 0,
    }),
}

/** Median and 95th percentile of one act in both studios, in turn: a machine whose speed wanders wanders for both. */
async function measure(base, name, act) {
  const both = [GROWN, DEMO]
  const works = []
  for (const studio of both) works.push(await act(base, studio))
  const times = both.map(() => [])
  const rounds = WRITING.includes(name) ? ROUNDS.writing : ROUNDS.reading
  for (let i = 0; i < rounds + 4; i++)
    for (const [of, work] of works.entries()) {
      const { ms } = await work()
      // The first few warm up.
      if (i >= 4) times[of].push(ms)
    }
  return times.map((list) => {
    list.sort((a, b) => a - b)
    return { median: round(at(list, 0.5)), p95: round(at(list, 0.95)) }
  })
}

/** So many clients do one after the other of these, until the time is up. */
async function clients(base, studio, count) {
  const kinds = [
    'studio, what changed since',
    'the open jobs, when one was changed',
    'one job',
    'its runs',
    'the log',
    'the log, a word in many runs',
    'a job begun',
    'what the printers are at',
  ]
  const works = await Promise.all(kinds.map((kind) => ACTS[kind](base, studio)))
  const times = []
  let errors = 0
  const until = performance.now() + WHILE
  await Promise.all(
    Array.from({ length: count }, async (_, who) => {
      for (let i = who; performance.now() < until; i++) {
        try {
          times.push((await works[i % works.length]()).ms)
        } catch {
          errors++
        }
        // Somebody looks at what came before the next.
        await new Promise((done) => setTimeout(done, 200 + ((who * 37 + i * 91) % 600)))
      }
    }),
  )
  times.sort((a, b) => a - b)
  return { calls: times.length, errors, median: round(at(times, 0.5)), p99: round(at(times, 0.99)) }
}

/** What the browser's main thread does while the bench of a studio is opened and its plates are worked out, ms of each task over 50. */
async function benchTasks(browser, base, studio) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.addInitScript(() => {
    window.longTasks = []
    new PerformanceObserver((list) => {
      for (const { startTime, duration } of list.getEntries()) window.longTasks.push([Math.round(startTime), Math.round(duration)])
    }).observe({ type: 'longtask', buffered: true })
  })
  await page.goto(`${base}/${studio}/`)
  await page.getByRole('heading', { level: 1 }).waitFor()
  const opened = await page.evaluate(() => performance.now())
  await page.waitForTimeout(40_000)
  const tasks = await page.evaluate(() => window.longTasks)
  await context.close()
  return {
    opening: tasks.filter(([begin]) => begin <= opened).map(([, ms]) => ms),
    planning: tasks.filter(([begin]) => begin > opened).map(([, ms]) => ms),
  }
}

/** Screens as they are opened, each with what shows that it can be used. */
const SCREENS = {
  'the bench': ['/', 'h1'],
  'a job': ['/jobs/10/sheet', '[data-margin="left"]'],
  'its loading guide': ['/jobs/10/load', 'section[aria-label="Step"] h2'],
  'a printer': ['/shelf/printers/heron', 'aside[aria-label="Drawing of the path"]'],
  'the log': ['/log', 'h1'],
  papers: ['/shelf/papers', 'h1'],
  profiles: ['/shelf/profiles', 'section[aria-label="Add profiles"]'],
  'a pairing': ['/shelf/pairings/heron/pilot-rag', 'article h2'],
}

/** How long a screen takes to open, in turn in both studios by a browser that has seen nothing of them. */
async function opening(browser, base, [path, ready]) {
  const both = [GROWN, DEMO]
  const times = both.map(() => [])
  for (let i = 0; i < 7; i++)
    for (const [of, studio] of both.entries()) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      const page = await context.newPage()
      const begin = performance.now()
      await page.goto(`${base}/${studio}${path}`)
      await page.locator(ready).first().waitFor()
      // The first warms up.
      if (i > 0) times[of].push(performance.now() - begin)
      await context.close()
    }
  return times.map((list) => {
    list.sort((a, b) => a - b)
    return { median: Math.round(at(list, 0.5)), max: Math.round(list.at(-1)) }
  })
}

/** Makes the grown studio; this process goes on meanwhile, so that its connections are not closed behind its back. */
async function grow(env, runs, open) {
  const args = ['dist/scripts/grow.js', '--studio', GROWN, '--runs', String(runs), '--open', String(open)]
  const code = await new Promise((done) => {
    spawn(process.execPath, args, { cwd: root, env, stdio: 'inherit' }).once('exit', done)
  })
  if (code !== 0) throw new Error('the studio could not be made')
}

/** @param runs in the log of the grown studio; null for the one that was made before */
export async function benchGrowth({ browser, base, env }, runs) {
  if (runs !== null) await grow(env, runs, Math.max(20, Math.round((2000 * runs) / 1_000_000)))
  const { value: newest } = await ask(base, GROWN, 'GET', '/runs?most=1')
  const { value } = await ask(base, GROWN, 'GET', '/jobs/heads')
  const open = value.heads.filter(({ state }) => state !== 'done' && state !== 'failed').length
  await measureGrowth({ browser, base }, newest.runs[0].id, open)
}

async function measureGrowth({ browser, base }, runs, open) {
  for (const [what, act] of Object.entries(ACTS)) {
    const [grown, demo] = await measure(base, what, act)
    const ratio = Number((grown.p95 / demo.p95).toFixed(2))
    say(
      JSON.stringify({
        bench: `${what}, in a studio of ${runs} runs`,
        milliseconds: grown,
        rival: { name: 'the same in the demo studio', milliseconds: demo },
        ratio,
        within: grown.p95 <= MOST && ratio <= RATIO,
      }),
    )
  }
  for (const [what, screen] of Object.entries(SCREENS)) {
    const [grown, demo] = await opening(browser, base, screen)
    const ratio = Number((grown.median / demo.median).toFixed(2))
    say(
      JSON.stringify({
        bench: `${what} opened, in a studio of ${runs} runs with ${open} open jobs`,
        milliseconds: grown,
        rival: { name: 'the same of the demo studio', milliseconds: demo },
        ratio,
        within: ratio <= RATIO,
      }),
    )
  }
  say(
    JSON.stringify({
      bench: `the bench with ${open} open jobs: tasks of the main thread over 50 ms while it opens and while its plates are worked out`,
      milliseconds: await benchTasks(browser, base, GROWN),
      rival: { name: 'the same of the demo studio', milliseconds: await benchTasks(browser, base, DEMO) },
    }),
  )
  const one = await clients(base, GROWN, 1)
  const many = await clients(base, GROWN, CLIENTS)
  say(
    JSON.stringify({
      bench: `${CLIENTS} clients for a minute, mixed`,
      milliseconds: many,
      rival: { name: 'one client alone', milliseconds: one },
      budget: 500,
    }),
  )
}
