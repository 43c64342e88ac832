import { cases } from '../../core/testing/thorough.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { seeded } from '../../simulator/machine/random.ts'
import { BASE, call } from '../testing/client.ts'
import { type Document, type Operation, operationsOf, requestsOf } from '../testing/requests-of.ts'

/** Every call of the published document, asked so many times in all with whatever comes. */
const REQUESTS = cases(12_000, 1000)
const AT_ONCE = 4

/**
 * The demo is what is asked here: made afresh it would be away for half a minute. Looking for printers takes nothing and
 * listens for three seconds each time.
 */
const LEFT_OUT = /\/(studios\/demo|printers\/nearby)$/

/** What a library or the machine says, and nobody should be told: paths, SQL, stacks, errno names. */
const LEAKS =
  /\/(usr|home|root|tmp|var|work|etc)\/|node_modules|\bat \w+.*\(\S+:\d+:\d+\)|SELECT |INSERT |ER_[A-Z_]+|SQLSTATE|ECONN|ENOENT|EACCES|EISDIR|ENOTDIR|sequelize|vips|undefined|\[object|NaN/

test(`${REQUESTS} requests of anything to every call: no failure of the server, and no word that is not ours`, async () => {
  const document = (await call<Document>('GET', '/openapi.json')).body as Document
  const operations = operationsOf(document).filter(({ path }) => !LEFT_OUT.test(path))
  const studio = (await call<Studio>('GET', '/studio')).body as Studio
  const pictures = (await call<{ id: string; hash: string }[]>('GET', '/pictures/demo')).body
  const known = [
    ...[...studio.printers, ...studio.papers, ...studio.lots, ...studio.profiles].map((x) => x.id),
    ...pictures.flatMap((p: { id: string; hash: string }) => [p.id, p.hash]),
    ...studio.printers.flatMap((p) => p.paths.map((path) => path.id)),
  ]
  const { request: make } = requestsOf(seeded(20_261_126), document, known, 1)
  const requests = Array.from({ length: REQUESTS }, (_, i) => ({
    of: operations[i % operations.length] as Operation,
    ...make(operations[i % operations.length] as Operation),
  }))
  const wrong: string[] = []
  const statuses = new Map<number, number>()
  const ask = async ({ of, url, init }: (typeof requests)[number]) => {
    const what = `${of.method.toUpperCase()} ${url.slice(BASE.length, BASE.length + 160)} ${String(init.body ?? '').slice(0, 300)}`
    const began = Date.now()
    const asked = await fetch(url, { ...init, signal: AbortSignal.timeout(60_000) }).then(
      (answer) => ({ answer, why: null }),
      (why: Error) => ({ answer: null, why }),
    )
    if (asked.answer === null) {
      // Its own cause says whether nobody listened, the connection went, or it took too long.
      wrong.push(`no answer after ${Date.now() - began} ms (${asked.why.name}: ${asked.why.message}; ${String(asked.why.cause)}): ${what}`)
      return
    }
    const { answer } = asked
    const text = /json|text/.test(answer.headers.get('content-type') ?? '')
      ? await answer.text()
      : await answer.arrayBuffer().then(() => '')
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
    if (answer.status >= 500 && ![502, 503, 507].includes(answer.status)) wrong.push(`${answer.status} ${text.slice(0, 200)}: ${what}`)
    if (answer.status >= 400) {
      const { message = '', code = '' } = JSON.parse(text || '{}') as { message?: string; code?: string }
      if (!code || !/[.!?]$/.test(message)) wrong.push(`no sentence (${text.slice(0, 200)}): ${what}`)
      const leak = LEAKS.exec(message)?.[0]
      if (leak && !String(init.body ?? url).includes(leak) && !decodeURIComponent(url.replace(/%(?![0-9a-f]{2})/gi, '%25')).includes(leak))
        wrong.push(`“${leak}” in “${message.slice(0, 200)}”: ${what}`)
    }
  }
  let next = 0
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (next < requests.length) await ask(requests[next++] as (typeof requests)[number])
    }),
  )
  expect(wrong.slice(0, 20)).toEqual([])
  // Neither only refusals nor only what is let through.
  expect([...statuses].filter(([status]) => status < 300).reduce((sum, [, n]) => sum + n, 0)).toBeGreaterThan(REQUESTS / 20)
  expect((statuses.get(400) ?? 0) + (statuses.get(404) ?? 0) + (statuses.get(422) ?? 0)).toBeGreaterThan(REQUESTS / 5)
  // And it still works.
  expect((await call('GET', '/studio')).status).toBe(200)
}, 900_000)
