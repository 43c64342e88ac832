import { brief, studioOf } from '../../core/testing/fixtures.ts'
import type { KeptReading } from '../../core/work/agreement/reading.ts'
import { Refusal } from '../problems.ts'
import { holdForDisagreement } from './hold.ts'

const studio = studioOf()
const at = '2026-01-02T03:04:05.000Z'
const read = (place: 'driver' | 'panel', value: string): KeptReading => ({
  place,
  setting: 'media-type',
  value,
  words: value,
  how: 'typed',
  by: '',
  at,
})
const on = (mediaType: string) => ({ brief: brief(), pins: { printer: 'heron', path: 'heron-cassette', 'media-type': mediaType } })
const satin = on('photographic-satin')

test('a place that was seen to be set otherwise holds the print, unless it is printed in spite of that', () => {
  const agreed = { wanted: satin, studio, readings: [read('driver', 'photographic-glossy')] }
  expect(() => holdForDisagreement(agreed, [])).toThrow(Refusal)
  expect(holdForDisagreement(agreed, ['disagreement'])).toEqual([expect.stringContaining('')])
  expect(holdForDisagreement({ ...agreed, readings: [read('driver', 'photographic-satin')] }, [])).toEqual([])
})

test('of a job that is being changed only the very place counts that differed before and would still', () => {
  const changed = on('photographic-glossy')
  const hold =
    (...readings: KeptReading[]) =>
    () =>
      holdForDisagreement({ wanted: satin, studio, readings }, [], changed)
  // What differed agrees from now on; what agreed differs by the change itself.
  expect(hold(read('driver', 'photographic-glossy'), read('panel', 'photographic-satin'))()).toEqual([])
  expect(hold(read('driver', 'photographic-matte'), read('panel', 'photographic-satin'))).toThrow(Refusal)
})
