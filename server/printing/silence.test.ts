import { plateOf } from '../../core/testing/fixtures.ts'
import { JOB_STATE } from '../../core/wire/ipp/tags.ts'
import { saysSilent } from './silence.ts'

const cotton = plateOf({ brief: { paperId: 'saltmarsh-cotton' }, pins: { printer: 'gannet', path: 'gannet-art' } })
const wide = (confirmsWideGap: boolean) => {
  const { setup } = cotton
  if (!setup) throw new Error('no set-up')
  return { plate: { ...cotton, setup: { ...setup, gap: 'wide' as const, printer: { ...setup.printer, confirmsWideGap } } } }
}
const job = (progress: number | null, state: number = JOB_STATE.processing) => ({ progress, state })

test('a printer that asks at its panel is taken to do so after 1.8 s without a line printed', () => {
  expect([1800, 1801].map((ms) => saysSilent(wide(true), job(0), ms))).toEqual([null, expect.stringContaining('Press OK')])
  // Not one that does not ask, nor in the middle of a sheet, nor while it waits its turn.
  for (const [run, at] of [
    [wide(false), job(0)],
    [wide(true), job(40)],
    [wide(true), job(0, JOB_STATE.pending)],
  ] as const)
    expect(saysSilent(run, at, 60_000)).toBeNull()
  expect(saysSilent(wide(true), job(100), 1801)).not.toBeNull()
})

test('any printer is silent after three times what a sheet takes, and not before two minutes', () => {
  const takes = (seconds: number, copies: number) => {
    const { plate } = wide(false)
    const { estimates } = plate
    if (!estimates) throw new Error('no estimates')
    return { plate: { ...plate, estimates: { ...estimates, sheets: copies, printingSeconds: seconds } } }
  }
  expect([120_000, 120_001].map((ms) => saysSilent(takes(20, 1), job(50), ms) !== null)).toEqual([false, true])
  // 600 s for four sheets are 150 s a sheet; of two passes half of that.
  expect([450_000, 450_001].map((ms) => saysSilent(takes(600, 4), job(50), ms) !== null)).toEqual([false, true])
  const { plate } = takes(600, 4)
  const both = { plate: { ...plate, estimates: plate.estimates && { ...plate.estimates, passes: 2 } } }
  expect([225_000, 225_001].map((ms) => saysSilent(both, job(50), ms) !== null)).toEqual([false, true])
})
