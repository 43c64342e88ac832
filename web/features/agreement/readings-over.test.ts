import type { KeptReading, Reading } from '../../../core/work/agreement/reading.ts'
import type { Waiting } from '../../api/outbox-list.ts'
import { readingsOver } from './readings-over.ts'

const reading = (place: Reading['place'], setting: Reading['setting'], words: string): Reading => ({
  place,
  setting,
  value: null,
  words,
  how: 'typed',
  by: 'Ada',
})
const before = '2026-11-25T09:00:00.000Z'
const later = Date.parse('2026-11-25T09:05:00.000Z')
const kept: KeptReading[] = [
  { ...reading('panel', 'media-type', 'Satin'), at: before },
  { ...reading('driver', 'media-type', 'Gloss'), at: before },
]
const waits = (call: Waiting['call'], id: number, body: object[]): Waiting => ({
  id: 'x',
  studio: 'quay',
  call,
  asked: { id, body },
  about: 'x',
  at: later,
})
const see = (id: number, ...body: Reading[]) => waits('PUT /jobs/{id}/readings', id, body)
const forget = (id: number, ...body: { place: string; setting: string }[]) => waits('POST /jobs/{id}/readings/forget', id, body)
const said = (list: Waiting[]) =>
  readingsOver(3, kept, list).readings.map((r) => `${r.place} ${r.setting} ${r.words} ${r.at.slice(11, 16)}`)

test('what waits lies over what the server has: seen anew, taken back, seen again, of the cells it speaks of only', () => {
  const list = [
    see(3, reading('panel', 'media-type', 'Matte'), reading('panel', 'quality', 'Fine')),
    forget(3, { place: 'driver', setting: 'media-type' }, { place: 'driver', setting: 'quality' }),
    forget(3, { place: 'panel', setting: 'media-type' }),
    see(3, reading('panel', 'media-type', 'Rag')),
  ]
  expect(said(list.slice(0, 1))).toEqual(['driver media-type Gloss 09:00', 'panel media-type Matte 09:05', 'panel quality Fine 09:05'])
  expect(said(list.slice(0, 2))).toEqual(['panel media-type Matte 09:05', 'panel quality Fine 09:05'])
  expect(said(list.slice(0, 3))).toEqual(['panel quality Fine 09:05'])
  expect(said(list)).toEqual(['panel quality Fine 09:05', 'panel media-type Rag 09:05'])
  expect(readingsOver(3, kept, list).waiting).toBe(4)
})

test('another job’s readings and other calls are none of this job’s, and what nothing lies over is the very list', () => {
  const others = [see(4, reading('panel', 'media-type', 'Rag')), waits('PUT /lots/{id}/readings', 3, [])]
  expect(readingsOver(3, kept, others)).toEqual({ readings: kept, waiting: 0 })
  expect(readingsOver(3, kept, others).readings).toBe(kept)
  const odd: Waiting = { ...see(3), asked: { id: 3 } }
  expect(readingsOver(3, kept, [odd])).toEqual({ readings: kept, waiting: 1 })
})
