/** A binary heap: the least of it, by its order, is at hand; to add one or take it off costs the logarithm of its size. */
export class Heap<T> {
  private readonly all: T[] = []

  /** @param compare below zero where the first comes before the second */
  constructor(private readonly compare: (a: T, b: T) => number) {}

  get size(): number {
    return this.all.length
  }

  /** The least, left where it is. */
  first(): T | undefined {
    return this.all[0]
  }

  push(one: T): void {
    const { all } = this
    let at = all.push(one) - 1
    while (at > 0) {
      const above = (at - 1) >> 1
      if (this.compare(all[at]!, all[above]!) >= 0) return
      ;[all[at], all[above]] = [all[above]!, all[at]!]
      at = above
    }
  }

  /** Takes the least off. */
  pop(): T | undefined {
    const { all } = this
    const least = all[0]
    const last = all.pop()
    if (all.length === 0 || last === undefined) return least
    all[0] = last
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2]
      let next = at
      if (left < all.length && this.compare(all[left]!, all[next]!) < 0) next = left
      if (right < all.length && this.compare(all[right]!, all[next]!) < 0) next = right
      if (next === at) return least
      ;[all[at], all[next]] = [all[next]!, all[at]!]
      at = next
    }
  }
}
