/** What can be saved: a draft at a version of the record it belongs to. */
export interface Version<D> {
  draft: D
  version: number
}

/** Where a draft stands. `theirs` is the newer record that somebody else made meanwhile. */
export type SaveState<T> = { state: 'saved' | 'saving' } | { state: 'away' | 'refused'; message: string } | { state: 'conflict'; theirs: T }

/** How an attempt ended, for whoever sends it. */
export type Sent<T> =
  | { ended: 'saved'; version: number }
  | { ended: 'away' | 'refused'; message: string }
  | { ended: 'conflict'; theirs: T }

interface Means<D, T> {
  /** Writes a draft over the version it was made from. Never throws. */
  send(draft: D, version: number): Promise<Sent<T>>
  versionOf(theirs: T): Version<D>
  same(a: D, b: D): boolean
  /** Keeps on the device what the server does not have yet; null forgets it. */
  keep(unsaved: Version<D> | null): void
  tell(state: SaveState<T>): void
  /** Does something after so many ms. @returns what calls it off */
  later(ms: number, act: () => void): () => void
}

/** Typing is not saved letter by letter, ms. */
const SAVE_AFTER = 350
/** The server is asked again after this while it is away, ms. */
const RETRY_AFTER = 2500

/**
 * Saves a draft as it changes: one attempt at a time, the newest wish after it, kept on the device until the server has
 * it, and never over somebody else's change.
 */
export class Saver<D, T> {
  private readonly means: Means<D, T>
  private saved: Version<D>
  private wanted: D
  private sending = false
  private closed = false
  private callOff: () => void = () => undefined
  private now: SaveState<T> = { state: 'saved' }

  constructor(means: Means<D, T>, saved: Version<D>) {
    this.means = means
    this.saved = saved
    this.wanted = saved.draft
  }

  get version(): number {
    return this.saved.version
  }

  get state(): SaveState<T> {
    return this.now
  }

  /** Whether this draft differs from what the server has. */
  differs(draft: D): boolean {
    return !this.means.same(draft, this.saved.draft)
  }

  private tell(state: SaveState<T>): void {
    this.now = state
    this.means.tell(state)
  }

  private soon(after: number): void {
    this.callOff()
    this.callOff = this.means.later(after, () => void this.attempt())
  }

  /** This is what is wanted now. */
  want(draft: D): void {
    if (this.means.same(draft, this.wanted)) return
    this.wanted = draft
    this.write()
  }

  private write(): void {
    if (this.now.state === 'conflict') {
      this.means.keep({ draft: this.wanted, version: this.saved.version })
      return
    }
    // While something else is on its way the server is about to differ from what is wanted, even if that is what it had.
    if (!this.sending && !this.differs(this.wanted)) {
      this.callOff()
      this.means.keep(null)
      if (this.now.state !== 'saved') this.tell({ state: 'saved' })
      return
    }
    this.means.keep({ draft: this.wanted, version: this.saved.version })
    if (!this.sending) this.soon(SAVE_AFTER)
  }

  private async attempt(): Promise<void> {
    if (this.sending || this.now.state === 'conflict' || !this.differs(this.wanted)) return
    this.callOff()
    const draft = this.wanted
    this.sending = true
    this.tell({ state: 'saving' })
    const sent = await this.means.send(draft, this.saved.version)
    this.sending = false
    if (sent.ended === 'saved') {
      this.saved = { draft, version: sent.version }
      const more = this.differs(this.wanted)
      this.means.keep(more ? { draft: this.wanted, version: sent.version } : null)
      if (more) this.soon(0)
      else this.tell({ state: 'saved' })
    } else if (sent.ended === 'conflict') this.meet(sent.theirs)
    else {
      this.tell({ state: sent.ended, message: sent.message })
      // What was refused waits for the next wish; it would be refused again.
      if (this.closed) return
      if (sent.ended === 'away') this.soon(RETRY_AFTER)
      else if (!this.means.same(draft, this.wanted)) this.soon(0)
    }
  }

  /** Somebody else's version stands on the server, and ours is not in it. */
  private meet(theirs: T): void {
    const { draft, version } = this.means.versionOf(theirs)
    // Ours has arrived after all: only its answer was lost.
    if (this.means.same(draft, this.wanted)) {
      this.saved = { draft, version }
      this.means.keep(null)
      this.tell({ state: 'saved' })
    } else this.tell({ state: 'conflict', theirs })
  }

  /**
   * A newer version is on the server.
   * @returns the draft to show instead, or null when there is nothing to take over: it is known, or it has to be asked about
   */
  arrived(theirs: T): D | null {
    const { draft, version } = this.means.versionOf(theirs)
    // While an attempt is on its way this may be its own work; its answer tells.
    if (version <= this.saved.version || this.sending) return null
    if (this.differs(this.wanted)) {
      this.callOff()
      this.meet(theirs)
      return null
    }
    this.saved = { draft, version }
    this.wanted = draft
    return draft
  }

  /** After a lost race: take the other version, or write ours over it. @returns the draft to show instead, or null */
  settle(choice: 'theirs' | 'mine'): D | null {
    if (this.now.state !== 'conflict') return null
    this.saved = this.means.versionOf(this.now.theirs)
    this.tell({ state: 'saved' })
    if (choice === 'theirs') this.wanted = this.saved.draft
    this.write()
    return choice === 'theirs' ? this.saved.draft : null
  }

  /** What an earlier visit left unsaved on this device is wanted again; where the record has changed since, it is asked about. */
  resume(unsaved: Version<D>, current: T): void {
    this.wanted = unsaved.draft
    if (unsaved.version === this.saved.version) this.write()
    else this.meet(current)
  }

  /** Called when the screen is there (again). */
  open(): void {
    this.closed = false
  }

  /** Called when the screen is left: what waits is sent at once, once; what that does not reach stays on the device. */
  close(): void {
    this.closed = true
    this.callOff()
    void this.attempt()
  }
}
