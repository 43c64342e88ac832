import { EventEmitter } from 'node:events'

/** Something changed; whoever shows it asks again. */
export interface Change {
  what: 'job' | 'run' | 'studio'
  id: number | string
}

/** Tells every open page of a studio what changed. */
export class Events {
  private readonly emitter = new EventEmitter().setMaxListeners(500)

  tell(change: Change): void {
    this.emitter.emit('change', change)
  }

  /** There is nothing more to hear of it. */
  end(): void {
    this.emitter.emit('end')
  }

  listen(listener: (change: Change) => void, ended: () => void): () => void {
    this.emitter.on('change', listener)
    this.emitter.on('end', ended)
    return () => {
      this.emitter.off('change', listener)
      this.emitter.off('end', ended)
    }
  }
}
