import type { Sequelize } from 'sequelize'
import type { Printer } from '../../core/things/printers/printer.ts'
import { ownStudio, studioRecords, testDatabase } from '../testing/own-studio.ts'
import type { Store } from './store.ts'

let db: Sequelize
let store: Store
let heron: Printer
beforeAll(async () => {
  db = testDatabase()
  store = await ownStudio(db, 'test-printers')
  const record = studioRecords().printers.find((p) => p.id === 'heron')
  if (!record) throw new Error('no heron')
  heron = record
})
afterAll(async () => {
  await store.empty()
  await db.close()
})

const permutations = <T>(of: readonly T[]): T[][] =>
  of.length < 2 ? [[...of]] : of.flatMap((one, at) => permutations(of.filter((_, i) => i !== at)).map((rest) => [one, ...rest]))

/** Each of these has seen the printer as it was before any of the others. */
const WRITERS = {
  owner: (version: number) => store.printers.save(version, { ...heron, name: 'Heron by the window' }),
  run: () => store.act((act) => act.printers.machine('heron', { inks: { [first()]: 12.5 } })),
  black: () => store.act((act) => act.printers.machine('heron', { black: other() })),
  service: () => store.act((act) => act.printers.machine('heron', { serviced: { 'heron-roll': '2026-11-02' }, oversprayed: 0 })),
}
const first = () => heron.inks[0]?.id ?? ''
const other = () => (heron.black.installed === 'photo' ? 'matte' : 'photo')

async function begin(): Promise<number> {
  await store.empty()
  return (await store.printers.add(heron)).version
}
async function expectAll(order: string) {
  const { printer } = await store.printers.find('heron')
  expect([order, printer.name, printer.inks[0]?.millilitres, printer.black.installed]).toEqual([
    order,
    'Heron by the window',
    12.5,
    other(),
  ])
  expect(printer.paths.find((p) => p.id === 'heron-roll')?.serviced).toBe('2026-11-02')
  // What nobody touched is as it was.
  expect(printer.inks.slice(1)).toEqual(heron.inks.slice(1))
  expect(printer.paths.map((p) => ({ ...p, serviced: null }))).toEqual(heron.paths.map((p) => ({ ...p, serviced: null })))
}

test('owner, run, black swap and service in each of the 24 orders: nothing of any is lost', async () => {
  const orders = permutations(Object.keys(WRITERS) as (keyof typeof WRITERS)[])
  expect(orders).toHaveLength(24)
  for (const order of orders) {
    const version = await begin()
    for (const who of order) await WRITERS[who](version)
    await expectAll(order.join())
  }
})
test('the same four at one moment, again and again', async () => {
  for (let round = 0; round < 20; round++) {
    const version = await begin()
    await Promise.all(Object.values(WRITERS).map((write) => write(version)))
    await expectAll(`round ${round}`)
  }
})
test('forty prints noting the same ink at one moment take forty times as much', async () => {
  await begin()
  const at = (heron.inks[0]?.capacity ?? 0) * 0.9
  await store.act((act) => act.printers.machine('heron', { inks: { [first()]: at } }))
  await Promise.all(
    Array.from({ length: 40 }, () =>
      store.act((act) =>
        act.printers.machine('heron', (now) => ({
          inks: { [first()]: (now.inks.find((i) => i.id === first())?.millilitres ?? 0) - 0.25 },
        })),
      ),
    ),
  )
  expect((await store.printers.find('heron')).printer.inks[0]?.millilitres).toBeCloseTo(at - 10, 6)
})
test('two owners who saw the same printer: the later is told and sees the newer one', async () => {
  const version = await begin()
  await store.printers.save(version, { ...heron, name: 'First' })
  await expect(store.printers.save(version, { ...heron, name: 'Second' })).rejects.toMatchObject({
    status: 409,
    problem: { code: 'changed-meanwhile', value: String(version), current: { version: version + 1, printer: { name: 'First' } } },
  })
  expect((await store.printers.find('heron')).printer.name).toBe('First')
})
test('a run that notes its ink does not make an owner’s open form out of date', async () => {
  const version = await begin()
  await WRITERS.run()
  expect((await store.printers.find('heron')).version).toBe(version)
})
test('a printer put aside keeps nothing from the next of its name', async () => {
  await begin()
  await WRITERS.run()
  await store.printers.archive('heron')
  expect(await store.printers.list()).toEqual([])
  await expect(store.printers.find('heron')).rejects.toMatchObject({ status: 404 })
  expect((await store.printers.add(heron)).printer).toEqual(heron)
  await expect(store.printers.add(heron)).rejects.toMatchObject({ status: 409, problem: { code: 'printer-exists' } })
})
