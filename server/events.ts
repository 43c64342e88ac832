import { EventEmitter } from 'node:events'

/** Something changed; whoever shows it asks again. */
export interface Change {
  what: 'job' | 'run' | 'studio'
  id: number | string
}

/** Tells every open page what changed. */
export class Events {
  private readonly emitter = new EventEmitter().setMaxListeners(500)

  tell(change: Change): void {
    this.emitter.emit('change', change)
  }

  listen(listener: (change: Change) => void): () => void {
    this.emitter.on('change', listener)
    return () => this.emitter.off('change', listener)
  }
}
