import { readFileSync } from 'node:fs'
import type { Answer } from '../../core/wire/api/calls/calls.ts'
import type { ProfileEntry } from '../../core/wire/api/dto.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { BASE, call } from '../testing/client.ts'

/** A studio with nothing in it but what is added here. */
let studio = ''
beforeAll(async () => {
  studio = ((await call<StudioEntry>('POST', '/studios', { name: 'Long shelf' })).body as StudioEntry).studio
})
afterAll(() => call('DELETE', `/studios/${studio}`, { name: 'Long shelf' }))

async function ask<T>(method: string, path: string, body?: object | Buffer) {
  const json = body !== undefined && !Buffer.isBuffer(body)
  const answer = await fetch(`${BASE}/api/studios/${studio}${path}`, {
    method,
    headers: { ...OWN_HEADER, ...(json ? { 'content-type': 'application/json' } : {}) },
    ...(body === undefined ? {} : { body: json ? JSON.stringify(body) : new Uint8Array(body as Buffer) }),
  })
  return { status: answer.status, body: (await answer.json()) as T }
}

const COUNT = 70
const paper = (n: number) => ({
  name: `${n % 7 === 0 ? 'Eider' : 'Plover'} ${n}`,
  surface: n % 2 === 0 ? 'matte' : 'satin',
  weight: 100 + n,
  thickness: 300,
  white: [96, 0, 2],
  twoSided: false,
  pricePerSquareMetre: 10,
})

test('papers come a page at a time in the order of the shelf, found by letters, those put aside only where they are asked for', async () => {
  const papers = async (query: string) => {
    const { body } = await ask<Answer<'GET /papers'>>('GET', `/papers${query}`)
    const { papers: list, ...told } = body
    return { names: list.map((one) => one.paper.name), left: list.map(({ left }) => left), ...told }
  }
  expect(await papers('')).toMatchObject({ names: [], found: 0, next: null, counts: { own: 0, aside: 0, samples: 0 } })
  const list = Array.from({ length: COUNT }, (_, i) => ({ paper: paper(i + 1), instead: null }))
  expect((await ask('POST', '/papers/list', { papers: list })).status).toBe(201)
  const names = list.map((one) => one.paper.name)
  const page = await papers('')
  expect(page).toMatchObject({ names: names.slice(0, 30), found: COUNT, next: 30, counts: { own: COUNT, aside: 0, samples: 0 } })
  expect(await papers('?from=40')).toMatchObject({ names: names.slice(40), next: null })
  // The last page may be full: nothing follows it.
  expect(await papers('?from=63&most=7')).toMatchObject({ names: names.slice(63), next: null })
  expect(await papers('?from=63&most=6')).toMatchObject({ names: names.slice(63, 69), next: 69 })
  expect(await papers('?from=500')).toMatchObject({ names: [], found: COUNT, next: null })
  expect(await papers('?q=EIDER%20')).toMatchObject({ names: names.filter((name) => name.startsWith('Eider')), found: 10, next: null })
  expect((await papers('?q=satin')).found).toBe(35)
  expect((await papers('?q=100%25')).found).toBe(0)

  await ask('DELETE', '/papers/eider-14')
  expect(await papers('?q=eider')).toMatchObject({ found: 9, counts: { own: 69, aside: 1, samples: 0 } })
  expect(await papers('?q=eider&aside=yes')).toMatchObject({ found: 10 })
  for (const stock of [3, 4])
    await ask('POST', '/lots', { paperId: 'eider-7', form: 'sheet', width: 210_000, length: 297_000, stock, number: `n${stock}` })
  expect((await papers('?most=7')).left).toEqual([0, 0, 0, 0, 0, 0, 2])
  // Set aside it is on the shelf; used up it is not.
  const lots = (await ask<Answer<'GET /lots'>>('GET', '/lots')).body
  expect(lots.map(({ paperName, stock }) => [paperName, stock])).toEqual([
    ['Eider 7', 3],
    ['Eider 7', 4],
  ])
  await ask('PATCH', `/lots/${lots[0]?.id}/fate`, { aside: true })
  await ask('PATCH', `/lots/${lots[1]?.id}/fate`, { finished: true })
  expect((await papers('?most=7')).left[6]).toBe(1)
  expect((await ask<Answer<'GET /lots'>>('GET', '/lots')).body.map(({ stock }) => stock)).toEqual([3])

  for (const wrong of ['?from=-1', '?most=0', '?most=201', '?aside=no', '?from=1.5', `?q=${'x'.repeat(101)}`])
    expect([wrong, (await ask('GET', `/papers${wrong}`)).status]).toEqual([wrong, 400])
  expect((await ask('GET', '/papers?most=200')).status).toBe(200)
})

test('profiles come a page at a time, by name, by black or by gamut, from either end; those of one paper are asked for by it', async () => {
  const files = ['gannet-quay-matte', 'gannet-lamproom-baryta', 'tern-beacon-gloss']
  for (const name of files)
    expect((await ask('PUT', `/profiles?name=${name}.icc`, readFileSync(`demo/profiles/${name}.icc`))).status).toBe(200)
  const profiles = async (query: string) => (await ask<Answer<'GET /profiles'>>('GET', `/profiles${query}`)).body
  const whole = await profiles('')
  expect(whole).toMatchObject({ all: 3, found: 3, next: null })
  const ids = (list: readonly ProfileEntry[]) => list.map(({ id }) => id)
  const sorted = (by: (entry: ProfileEntry) => number | string) =>
    ids([...whole.profiles].sort((one, other) => (by(one) < by(other) ? -1 : 1)))
  expect(ids(whole.profiles)).toEqual(sorted((e) => e.description))
  expect(ids((await profiles('?by=black')).profiles)).toEqual(sorted((e) => e.facts.black[0]))
  expect(ids((await profiles('?by=volume&down=yes')).profiles)).toEqual(sorted((e) => -e.facts.volume))
  // Matte paper has the lightest black and the smallest gamut of the three.
  const [lightest] = (await profiles('?by=black&down=yes&most=1')).profiles
  const [smallest] = (await profiles('?by=volume&most=1')).profiles
  expect([lightest?.id, lightest?.description]).toEqual([smallest?.id, expect.stringMatching(/matte/i)])
  expect(await profiles('?by=volume&from=2')).toMatchObject({ all: 3, found: 3, next: null, profiles: [{}] })
  expect(await profiles('?most=2')).toMatchObject({ next: 2 })
  expect(await profiles('?q=BEACON')).toMatchObject({ all: 3, found: 1 })
  expect(await profiles('?paper=eider-7')).toMatchObject({ all: 3, found: 0, profiles: [] })

  const one = (await ask<ProfileEntry>('GET', `/profiles/${whole.profiles[1]?.id}`)).body
  expect(one).toEqual(whole.profiles[1])
  expect((await ask('GET', '/profiles/none')).status).toBe(404)
  expect((await ask('GET', '/profiles?by=colour')).status).toBe(400)
})
