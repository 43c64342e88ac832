import type { Job, Run } from '../../core/wire/api/dto.ts'
import { DELIVERED } from '../../core/work/runs/states.ts'
import { call } from '../testing/client.ts'
import { finish, hand, job, print } from '../testing/jobs.ts'

const pairing = async (id: string) => (await call('GET', '/studio')).body.pairings.find((p: { id: string }) => p.id === id)
const verdict = (verdict: string) => ({
  margins: null,
  verdict,
  faults: [],
  note: '',
  sheetsUsed: 1,
  sheetsWasted: verdict === 'wasted' ? 1 : 0,
})
const inspected = (run: Run, as: string) => call('PUT', `/runs/${run.id}/inspection`, verdict(as))

async function printed(): Promise<Run> {
  // Plain paper on the 17-inch printer: nobody has tried that in the demo.
  await hand('heron', { act: 'load', pathId: 'heron-cassette', lotId: 'plain-a3', remaining: 20 })
  const j: Job = await job(
    { paperId: 'logbook-plain', sheet: { width: 297_000, length: 420_000, name: 'A3' }, size: { by: 'border', border: 110_000 } },
    { printer: 'heron', path: 'heron-cassette', stock: 'plain-a3' },
  )
  return finish((await print(j)).id, DELIVERED)
}

test('the first inspection makes the pairing; twenty equal ones at once count once, a corrected one takes the first back', async () => {
  const id = 'heron-logbook-plain'
  expect(await pairing(id)).toBeUndefined()
  const run = await printed()
  const all = await Promise.all(Array.from({ length: 20 }, () => inspected(run, 'right')))
  expect(all.every((a) => a.status === 200)).toBe(true)
  expect(await pairing(id)).toMatchObject({ good: 1, bad: 0, pathId: 'heron-cassette' })
  await inspected(run, 'wasted')
  expect(await pairing(id)).toMatchObject({ good: 0, bad: 1 })
  const second = await printed()
  await inspected(second, 'right')
  expect(await pairing(id)).toMatchObject({ good: 1, bad: 1 })
})
