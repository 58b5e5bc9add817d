import { ApiProblem } from '../errors'

export interface FairOptions {
  /** How much is worked at at once, in all and for one of those who ask. */
  atOnce: number
  each: number
  /** How much may wait, in all and of one. */
  waiting: number
  waitingEach: number
}

interface Wanted {
  begin(): void
}
interface Asker {
  running: number
  /** When their last turn began, counted; 0 before the first. */
  lastTurn: number
  wanted: Wanted[]
}

/**
 * Turns for heavy work, given round among those who ask: whoever asks for much waits for themselves, not the others for
 * them. One of them never holds all there is to work with.
 */
export class FairTurns {
  /** Those who have work here. */
  private readonly askers = new Map<string, Asker>()
  private running = 0
  private turns = 0
  private waiting = 0

  constructor(private readonly options: FairOptions) {}

  /**
   * Does work when it is its turn.
   *
   * @param who who asks for it
   * @param signal ends the waiting where nobody waits for it any more
   * @throws ApiProblem `busy` where too much of theirs, or in all, waits already; `took-too-long` where nobody waits any more; what the work throws
   */
  async run<T>(who: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    const asker = this.askers.get(who) ?? { running: 0, lastTurn: 0, wanted: [] }
    this.askers.set(who, asker)
    if (signal?.aborted) {
      this.forget(who, asker)
      throw new ApiProblem('took-too-long')
    }
    if (this.may(asker)) this.take(asker)
    else await this.turn(who, asker, signal)
    try {
      return await work()
    } finally {
      asker.running -= 1
      this.running -= 1
      this.forget(who, asker)
      this.next()
    }
  }

  private may(asker: Asker): boolean {
    return this.running < this.options.atOnce && asker.running < this.options.each
  }

  private take(asker: Asker): void {
    asker.running += 1
    asker.lastTurn = ++this.turns
    this.running += 1
  }

  private turn(who: string, asker: Asker, signal?: AbortSignal): Promise<void> {
    const { waiting, waitingEach } = this.options
    if (asker.wanted.length >= waitingEach || this.waiting >= waiting) {
      this.forget(who, asker)
      return Promise.reject(new ApiProblem('busy'))
    }
    return new Promise((resolve, reject) => {
      const leave = () => {
        asker.wanted.splice(asker.wanted.indexOf(wanted), 1)
        this.waiting -= 1
        this.forget(who, asker)
        reject(new ApiProblem('took-too-long'))
      }
      const wanted: Wanted = {
        begin: () => {
          signal?.removeEventListener('abort', leave)
          this.take(asker)
          resolve()
        },
      }
      signal?.addEventListener('abort', leave, { once: true })
      asker.wanted.push(wanted)
      this.waiting += 1
    })
  }

  /** Gives the free turn to whoever has waited longest since their last one. */
  private next(): void {
    const ready = [...this.askers.values()].filter((a) => a.wanted.length > 0 && this.may(a))
    const [asker] = ready.sort((a, b) => a.lastTurn - b.lastTurn)
    if (!asker) return
    this.waiting -= 1
    asker.wanted.shift()!.begin()
  }

  private forget(who: string, asker: Asker): void {
    if (asker.running === 0 && asker.wanted.length === 0) this.askers.delete(who)
  }
}
