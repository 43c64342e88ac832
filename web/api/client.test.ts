import { addressOf, api } from './client.ts'

test('parameters stand in their places and the rest asks', () => {
  expect(addressOf('GET /jobs/{id}/sheets/{side}', { id: 3, side: 'front', scale: 2 }, 'quay')).toBe(
    '/api/studios/quay/jobs/3/sheets/front?scale=2',
  )
  expect(addressOf('GET /jobs', {}, 'quay')).toBe('/api/studios/quay/jobs')
})
test('what is not asked is left out, and nought is asked', () => {
  expect(addressOf('GET /runs', { words: undefined, after: 0 }, 'quay')).toBe('/api/studios/quay/runs?after=0')
})
test('no value leads elsewhere: slashes, marks and spaces are written as part of the value', () => {
  expect(addressOf('GET /lots/{id}', { id: 'a/../b?c=1', q: 'fog & bank' }, 'quay')).toBe(
    '/api/studios/quay/lots/a%2F..%2Fb%3Fc%3D1?q=fog+%26+bank',
  )
})
test('what is asked about studios is asked of none', () => {
  expect(addressOf('GET /studios', {}, 'quay')).toBe('/api/studios')
  expect(addressOf('PATCH /studios/{studio}', { studio: 'mill' }, 'quay')).toBe('/api/studios/mill')
  // The call about one studio's things is named nearly alike.
  expect(addressOf('GET /studio', {}, 'quay')).toBe('/api/studios/quay/studio')
})

describe('what is not answered', () => {
  const real = globalThis.fetch
  afterEach(() => {
    globalThis.fetch = real
  })
  /** What is asked of a server that answers like this, one after the other, and then is well. */
  const asking = async (call: 'GET /studio' | 'PATCH /studio/rules', ...troubles: ('silent' | 'cut')[]) => {
    const names: (string | null)[] = []
    globalThis.fetch = async (_address, init) => {
      names.push(new Headers(init?.headers).get('idempotency-key'))
      const trouble = troubles[names.length - 1]
      if (trouble === 'silent') throw new DOMException('signal timed out', 'TimeoutError')
      if (trouble === 'cut') throw new TypeError('Failed to fetch')
      return Response.json({ well: true })
    }
    const said = await (api as (call: string, asked: object) => Promise<unknown>)(call, { body: {} }).catch((error) => error.problem.code)
    return { said, names }
  }
  const WELL = { well: true }

  test('is asked for again: once where the line was cut, once more than that where nobody answers in a minute', async () => {
    expect((await asking('GET /studio', 'cut')).said).toEqual(WELL)
    expect((await asking('GET /studio', 'cut', 'cut')).said).toBe('offline')
    expect((await asking('GET /studio', 'silent')).said).toEqual(WELL)
    expect((await asking('GET /studio', 'silent', 'silent')).said).toBe('offline')
    expect((await asking('GET /studio', 'silent', 'cut')).said).toEqual(WELL)
  })
  test('a change is waited for longer, and every asking has the one name by which it counts once', async () => {
    const four = await asking('PATCH /studio/rules', 'silent', 'silent', 'silent', 'silent')
    expect(four.said).toEqual(WELL)
    expect(four.names).toHaveLength(5)
    expect(new Set(four.names).size).toBe(1)
    expect(four.names[0]).toMatch(/^[\w-]{36}$/)
    expect((await asking('PATCH /studio/rules', 'silent', 'silent', 'silent', 'silent', 'silent')).said).toBe('offline')
    expect((await asking('PATCH /studio/rules', 'cut', 'cut')).said).toBe('offline')
  })
})

test('a small change outlives the page it was made on; a question, and what is too large for that, does not', async () => {
  const real = globalThis.fetch
  const kept: (boolean | undefined)[] = []
  globalThis.fetch = async (_address, init) => {
    kept.push(init?.keepalive)
    return Response.json({})
  }
  const ask = api as (call: string, asked: object) => Promise<unknown>
  // {"notes":"…"} is twelve characters more than its words.
  for (const words of [0, 7987, 7988]) await ask('PATCH /studio/rules', { body: { notes: 'x'.repeat(words) } })
  await ask('DELETE /setups/{id}', { id: 1 })
  await ask('GET /studio', {})
  expect(kept.splice(0)).toEqual([true, true, false, true, false])
  // What the browser refuses so is made again without.
  globalThis.fetch = async (_address, init) => {
    kept.push(init?.keepalive)
    if (init?.keepalive) throw new TypeError('Failed to fetch')
    return Response.json({})
  }
  await ask('PATCH /studio/rules', { body: {} })
  globalThis.fetch = real
  expect(kept).toEqual([true, false])
})
