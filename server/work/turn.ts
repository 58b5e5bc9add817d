import { ApiProblem } from '../errors'

/** Work that goes one after the other, and waits its turn up to a bound: one at a time is bounded, a hundred at once are not. */
export class Turn {
  private last: Promise<unknown> = Promise.resolve()
  private waiting = 0

  /** @param most how many may wait; one more is told that the server is busy */
  constructor(private readonly most = Infinity) {}

  /** @throws ApiProblem `busy`, or what the work itself throws */
  run<T>(work: () => Promise<T>): Promise<T> {
    if (this.waiting > this.most) return Promise.reject(new ApiProblem('busy'))
    this.waiting += 1
    const own = this.last.then(work, work).finally(() => (this.waiting -= 1))
    this.last = own.catch(() => undefined)
    return own
  }
}
