import { log } from '../log.ts'
import type { Store } from '../store/store.ts'
import type { Note, Run } from './run-row.ts'

/** Longest single timer; a drying time beyond it is looked at again. */
const LONGEST_TIMER = 3_600_000
const DRY = 'It is dry. Measure it and say how it came out.'

/** Says when prints are dry. The time is the run's own, so a restart changes nothing. */
export class Drying {
  private readonly timers = new Map<number, NodeJS.Timeout>()
  private readonly store: Store
  private readonly note: Note

  constructor(store: Store, note: Note) {
    this.store = store
    this.note = note
  }

  /** Takes up every print that dries. */
  async resume(): Promise<void> {
    for (const run of await this.store.runs.drying()) this.watch(run)
  }

  watch(run: Run): void {
    clearTimeout(this.timers.get(run.id))
    const left = (run.dryUntil?.getTime() ?? 0) - Date.now()
    const look = () => void this.look(run.id).catch((error) => log.warn({ err: error, run: run.id }, 'drying'))
    this.timers.set(run.id, setTimeout(look, Math.max(0, Math.min(left, LONGEST_TIMER))))
  }

  private async look(id: number): Promise<void> {
    this.timers.delete(id)
    const run = await this.store.runs.tryFind(id)
    if (run?.state !== 'drying') return
    if ((run.dryUntil?.getTime() ?? 0) > Date.now()) return this.watch(run)
    await this.note(run, { state: 'inspect', message: DRY })
  }

  /** Somebody felt that it is dry. */
  async over(run: Run): Promise<void> {
    clearTimeout(this.timers.get(run.id))
    await this.note(run, { state: 'inspect', dryUntil: new Date(), message: DRY })
  }

  close(): void {
    for (const timer of this.timers.values()) clearTimeout(timer)
  }
}
