interface Kept<T> {
  by: number
  order: number
  what: T
}
const before = <T>(one: Kept<T>, by: number, order: number) => one.by < by || (one.by === by && one.order < order)

/** So many of what is shown one after the other, those with the smallest numbers; of equal ones the first in order. */
export class Nearest<T> {
  private readonly most: number
  private readonly kept: Kept<T>[] = []

  constructor(most: number) {
    this.most = most
  }

  get full(): boolean {
    return this.kept.length >= this.most
  }

  /** Whether something would be kept whose number is this at least. */
  wants(atLeast: number, order: number): boolean {
    const last = this.kept.at(-1)
    return !this.full || last === undefined || !before(last, atLeast, order)
  }

  show(by: number, order: number, what: T): void {
    const { kept } = this
    let at = kept.length
    while (at > 0 && !before(kept[at - 1] as Kept<T>, by, order)) at--
    if (at >= this.most) return
    kept.splice(at, 0, { by, order, what })
    if (kept.length > this.most) kept.pop()
  }

  /** What was kept, the smallest number first. */
  list(): readonly Readonly<Kept<T>>[] {
    return this.kept
  }
}
