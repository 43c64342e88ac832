import { QueryTypes, type Sequelize } from 'sequelize'
import { resolve } from '../../core/plate/resolve/resolve.ts'
import { brief } from '../../core/testing/fixtures.ts'
import { searchable } from '../../core/work/runs/search-words.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import { packedBest } from './plates.ts'
import type { Store } from './store.ts'

const NAME = 'long-log'
const plate = resolve(brief(), studioRecords(), {})
let db: Sequelize
let store: Store
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, NAME)
})
afterAll(() => db.close())

const add = (searchText: string, of = plate) =>
  store.runs.add({
    jobId: 1,
    state: 'done',
    message: '',
    progress: 100,
    sheetsDelivered: 0,
    plate: of,
    side: 'front',
    only: null,
    how: 'sent',
    faults: [],
    inSpite: null,
    searchText,
    printerId: plate.setup?.printer.id ?? '',
    pathId: null,
  })
const kept = () =>
  db.query<{ id: string; base: string | null; size: number }>(
    'SELECT id, base, LENGTH(body) AS size FROM plates WHERE studio = ? ORDER BY base',
    {
      type: QueryTypes.SELECT,
      replacements: [NAME],
    },
  )
const found = async (q: string, before?: number, state?: string, most?: number) => {
  const { rows, next } = await store.runs.log({ q, before, state, most })
  return { ids: rows.map(({ id }) => id), next }
}

test('a plate is kept once, one like it takes a tenth, and both are read as they were frozen', async () => {
  const first = await add(searchable('Harbour'))
  await add(searchable('Harbour'))
  const other = resolve({ ...brief(), notes: 'Another' }, studioRecords(), {})
  const second = await add(searchable('Harbour'), other)
  const rows = await kept()
  expect(rows).toHaveLength(2)
  const [whole, built] = rows
  expect(whole?.base).toBeNull()
  expect(built?.base).toBe(whole?.id)
  expect(Number(built?.size)).toBeLessThan(Number(whole?.size) / 10)
  expect((await store.runs.find(first.id)).plate).toEqual(JSON.parse(JSON.stringify(plate)))
  expect((await store.runs.find(second.id)).plate).toEqual(JSON.parse(JSON.stringify(other)))
  // A list has what it shows, and no plate.
  const { rows: lines } = await store.runs.log({})
  expect(lines[0]).toMatchObject({ printerName: plate.setup?.printer.name, paperName: plate.setup?.paper.name, sheets: 1 })
  expect(lines[0]).not.toHaveProperty('plate')
})

test('each run has its own plate however many were read before it, and nobody changes what others have', async () => {
  const notes = Array.from({ length: 45 }, (_, i) => `Note ${i}`)
  const ids: number[] = []
  for (const words of notes) ids.push((await add(searchable('Many'), { ...plate, brief: { ...plate.brief, notes: words } })).id)
  for (const order of [ids, ids.toReversed(), ids])
    for (const id of order) expect((await store.runs.find(id)).plate.brief.notes).toBe(notes[ids.indexOf(id)])
  const { plate: read } = await store.runs.find(ids[7] ?? 0)
  expect(() => {
    read.brief.notes = 'changed'
  }).toThrow(TypeError)
  expect((await store.runs.find(ids[7] ?? 0)).plate.brief.notes).toBe('Note 7')
})

test('what is not like another is kept whole', () => {
  const one = JSON.stringify(Array.from({ length: 400 }, (_, i) => (i * 7919) % 1009))
  const other = JSON.stringify(Array.from({ length: 400 }, (_, i) => (i * 6007) % 997))
  expect(packedBest(other, { id: 'one', text: one }).base).toBeNull()
  expect(packedBest(`${one} `, { id: 'one', text: one }).base).toBe('one')
  expect(packedBest(one, null).base).toBeNull()
})

test('a run is found by beginnings of its words, all of them, in any order, and no more by what it lost', async () => {
  await store.empty()
  const lens = await add(searchable('Red lens, catalogue', 'Tern A4'))
  const fog = await add(searchable('Fog bank', 'Gannet 13', 'naïve 100%_red'))
  expect(await found('')).toEqual({ ids: [fog.id, lens.id], next: null })
  expect((await found('le RED')).ids).toEqual([lens.id])
  expect((await found('red')).ids).toEqual([fog.id, lens.id])
  expect((await found('naive')).ids).toEqual([fog.id])
  expect((await found('gannet lens')).ids).toEqual([])
  // In the middle of a word nothing begins, and signs are no words.
  expect((await found('ens')).ids).toEqual([])
  expect((await found('%')).ids).toEqual([fog.id, lens.id])
  expect((await found('fog', fog.id)).ids).toEqual([])
  expect((await found('fog', undefined, 'done')).ids).toEqual([fog.id])
  expect((await found('fog', undefined, 'failed')).ids).toEqual([])
  await store.runs.change(fog, { searchText: searchable('Fog harbour') })
  expect((await found('gannet')).ids).toEqual([])
  expect((await found('harb')).ids).toEqual([fog.id])
  // Of another studio nothing is found.
  const beside = await ownStudio(db, 'beside-long-log')
  expect((await beside.runs.log({ q: 'fog' })).rows).toEqual([])
})

test('in a long log every run is reached, page by page, by a rare word, by common ones, and by none', async () => {
  await store.empty()
  const made = await add(searchable('common'))
  const COUNT = 45_000
  /** Every run has “common”; every ninth “often”, every eleventh “much”, three of them “seldom”. */
  const says = (id: string) =>
    `CONCAT(' common', IF(${id} MOD 9 = 0, ' often', ''), IF(${id} MOD 11 = 0, ' much', ''), IF(${id} IN (5, 20000, 44999), ' seldom', ''))`
  await db.query(
    `INSERT INTO runs (studio, id, job_id, state, message, progress, sheets_delivered, plate_id, printer_id, search_text)
     SELECT studio, seq, 1, 'done', '', 100, 0, plate_id, printer_id, ${says('seq')} FROM runs, seq_2_to_${COUNT} WHERE studio = ? AND id = ?`,
    { replacements: [NAME, made.id] },
  )
  for (const [word, when] of [
    ['common', '1 = 1'],
    ['often', 'id MOD 9 = 0'],
    ['much', 'id MOD 11 = 0'],
    ['seldom', 'id IN (5, 20000, 44999)'],
  ])
    await db.query(`INSERT INTO run_words (studio, word, run_id) SELECT studio, ?, id FROM runs WHERE studio = ? AND id > 1 AND ${when}`, {
      replacements: [word, NAME],
    })
  const everyOne = async (q: string) => {
    const ids: number[] = []
    let [pages, before] = [0, null as number | null]
    do {
      const page = await found(q, before ?? undefined, undefined, 200)
      ids.push(...page.ids)
      before = page.next
      pages++
    } while (before !== null)
    expect(new Set(ids).size).toBe(ids.length)
    expect([...ids].sort((a, b) => b - a)).toEqual(ids)
    return { ids, pages }
  }
  expect((await everyOne('seldom common')).ids).toEqual([44_999, 20_000, 5])
  expect((await everyOne('')).ids).toHaveLength(COUNT)
  // A page is as long as somebody says, and where nobody does as many as are looked at.
  const newest = (many: number) => Array.from({ length: many }, (_, i) => COUNT - i)
  expect(await found('')).toEqual({ ids: newest(30), next: COUNT - 29 })
  expect(await found('', undefined, undefined, 3)).toEqual({ ids: newest(3), next: COUNT - 2 })
  // Both common, together in every ninety-ninth.
  const both = await everyOne('much common oft')
  expect(both.ids).toHaveLength(Math.floor(COUNT / 99))
  expect(both.ids.every((id) => id % 99 === 0)).toBe(true)
  await store.empty()
  // A word that was common is found also where it no longer is.
  const only = await add(searchable('common'))
  await add(searchable('other'))
  expect(await found('common')).toEqual({ ids: [only.id], next: null })
  await store.empty()
}, 120_000)
