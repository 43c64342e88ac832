import { mm } from '../../core/things/length/length.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { API, call } from '../testing/client.ts'

test.each([
  ['PATCH', '/lots/gloss-a4', { stock: 40, nominal: { width: 1, length: 1 } }, 'nominal'],
  ['POST', '/jobs', { title: 'Strict', pins: { printer: 'heron' } }, 'pins'],
  ['PATCH', '/lots/gloss-a4', { measured: { width: mm(210), length: mm(297), depth: 1 } }, 'measured.depth'],
  ['PATCH', '/studio/rules', { visibleShift: 500, wishes: 1 }, 'wishes'],
  ['PUT', '/printers/dunlin/loaded', { pathId: 'dunlin-photo', lotId: null, remaining: 0, lot: 'x' }, 'lot'],
])('%s %s refuses a field it does not know, by its name, and changes nothing', async (method, path, body, field) => {
  const before = (await call('GET', '/studio')).body
  const answer = await call(method, path, body)
  expect([answer.status, answer.body.code, answer.body.field]).toEqual([400, 'bad-request', field])
  expect(answer.body.message).toContain(field)
  const after = (await call('GET', '/studio')).body
  expect([after.lots, after.rules, after.loaded]).toEqual([before.lots, before.rules, before.loaded])
})

test('a body that does not call itself JSON is refused, not passed over; a call that can do without a body does', async () => {
  const job = (await call('POST', '/jobs', { title: 'Strict' })).body
  const tick = (type?: string) =>
    fetch(`${API}/jobs/${job.id}/ticks/panel`, {
      method: 'PUT',
      headers: { ...OWN_HEADER, ...(type ? { 'content-type': type } : {}) },
      ...(type ? { body: '{"at":"2026-01-02T03:04:05.000Z"}' } : {}),
    })
  expect((await tick('text/plain')).status).toBe(415)
  expect((await call('GET', `/jobs/${job.id}/ticks`)).body).toEqual([])
  expect((await tick()).status).toBe(200)
  expect((await tick('application/json; charset=utf-8')).status).toBe(200)
  expect((await call('GET', `/jobs/${job.id}/ticks`)).body.length).toBe(1)
})

test('a lot measures within a tenth of its label', async () => {
  // A4: 210 × 297 mm.
  expect((await call('PATCH', '/lots/gloss-a4', { measured: { width: mm(231.1), length: mm(297) } })).body).toMatchObject({
    code: 'far-from-label',
    field: 'measured.width',
  })
  expect((await call('PATCH', '/lots/gloss-a4', { measured: { width: mm(210), length: mm(267.2) } })).body.code).toBe('far-from-label')
  expect((await call('PATCH', '/lots/gloss-a4', { measured: { width: mm(209.8), length: mm(296.9) } })).status).toBe(200)
})

test('a roll hangs in one path, and no more of a box lies in all paths than there is', async () => {
  const load = (printer: string, pathId: string, lotId: string | null, remaining: number) =>
    call('PUT', `/printers/${printer}/loaded`, { pathId, lotId, remaining })
  const where = async (lotId: string) =>
    (await call('GET', '/studio')).body.loaded
      .filter((l: { lotId: string | null }) => l.lotId === lotId)
      .map((l: { pathId: string; remaining: number }) => [l.pathId, l.remaining])
  const before = (await call('GET', '/studio')).body.loaded as {
    printerId: string
    pathId: string
    lotId: string | null
    remaining: number
  }[]
  await load('heron', 'heron-roll', 'satin-24', 9_000_000)
  await load('albatross', 'albatross-roll', 'satin-24', 9_000_000)
  expect(await where('satin-24')).toEqual([['albatross-roll', 9_000_000]])
  const { stock } = (await call('GET', '/studio')).body.lots.find((l: { id: string }) => l.id === 'gloss-4x6')
  await load('dunlin', 'dunlin-photo', 'gloss-4x6', 100)
  const more = await load('tern', 'tern-rear', 'gloss-4x6', stock - 99)
  expect([more.status, more.body.code, more.body.limit]).toEqual([422, 'not-so-many', String(stock - 100)])
  expect(more.body.message).toContain(`has ${stock} sheets left, and 100 of them lie in another path.`)
  const longer = await load('heron', 'heron-roll', 'satin-24', 60_000_000)
  expect([longer.status, longer.body.message]).toEqual([422, expect.stringMatching(/^Lot satin-24 has [\d.]+ m left\. Record/)])
  expect((await load('tern', 'tern-rear', 'gloss-4x6', stock - 100)).status).toBe(200)
  for (const l of before) await load(l.printerId, l.pathId, null, 0)
  for (const l of before) await load(l.printerId, l.pathId, l.lotId, l.remaining)
})
