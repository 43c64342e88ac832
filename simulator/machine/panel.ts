import type { Machine } from './machine.ts'

/** What the panel shows: two lines at most, and what its OK key does now; null when it does nothing. */
export interface Display {
  title: string
  line: string
  ok: string | null
}

const OK: Record<string, string> = {
  'media-needed': 'It is in',
  'media-empty': 'It is in',
  'media-jam': 'Try again',
  'media-askew': 'Try again',
  'media-size-mismatch': 'Try again',
  'input-media-type-change': 'Print with the panel’s',
  'black-swap-needed': 'Swap',
  'marker-supply-empty': 'Go on',
  'cover-open': 'Go on',
}

export function displayOf(machine: Machine): Display {
  if (!machine.powered) return { title: '', line: '', ok: null }
  const job = machine.jobs.find((j) => j.state === 'processing' || j.state === 'processing-stopped')
  if (machine.asking) return { title: 'Confirm', line: machine.asking, ok: 'Print' }
  if (job?.state === 'processing-stopped') return { title: 'Stopped', line: job.message, ok: OK[job.reason] ?? 'OK' }
  if (job) return { title: `Printing ${job.progress} %`, line: job.name, ok: null }
  if (machine.state.coverOpen) return { title: 'Cover open', line: 'Close it.', ok: null }
  const waiting = machine.jobs.filter((j) => j.state === 'pending').length
  return { title: 'Ready', line: waiting > 0 ? `${waiting} in the queue` : '', ok: null }
}
