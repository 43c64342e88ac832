import type { AtWork } from '../../../core/wire/api/dto.ts'
import { aheadOf } from './ahead-of.ts'

const run = (id: number, printerId: string) => ({ id, printerId }) as AtWork

test('the run a printer is at blocks those behind it, not those before, nor on another printer', () => {
  const work = [run(3, 'heron'), run(4, 'gannet'), run(7, 'heron')]
  expect(aheadOf(work, run(9, 'heron'))?.id).toBe(3)
  expect(aheadOf(work, run(7, 'heron'))?.id).toBe(3)
  expect(aheadOf(work, run(3, 'heron'))).toBeNull()
  expect(aheadOf(work, run(4, 'gannet'))).toBeNull()
  expect(aheadOf([], run(1, 'heron'))).toBeNull()
})
