import { setTimeout as sleep } from 'node:timers/promises'
import type { Trouble } from '../contract/health'
import { end, runs, type Started } from './processes'

/** Something that runs, and how it is known that it has ended. */
export interface Running {
  process: Started
  /** Comes when it has ended, with how. */
  gone: Promise<string>
}

/** Something that is kept running. */
export interface Part {
  code: Trouble['part']
  /** As it is called to a person: "the server". */
  name: string
  start(): Promise<Running>
  /** Whether it answers at all, whatever it says; one that hangs does not. Left out where nobody asks it. */
  answers?(): Promise<boolean>
}

export interface Patience {
  /** The first pause before it is started again; each further one is twice as long, up to the longest, for ever. */
  firstMs: number
  longestMs: number
  /** What has run so long has recovered: its next end is a first one again. */
  goodMs: number
  /** How often it is asked whether it answers. */
  askMs: number
  /** What has not answered for so long hangs. */
  hangsMs: number
  /** How long what hangs may take to leave by itself. */
  leaveMs: number
}
const usual: Patience = {
  firstMs: 300,
  longestMs: 60_000,
  goodMs: 60_000,
  askMs: 3000,
  hangsMs: 30_000,
  leaveMs: 3000,
}

/** Waits for a process that is not a child of this one: it was found running. */
export async function goneByItself(process: Started): Promise<string> {
  while (runs(process)) await sleep(250)
  return 'it was found ended'
}

/** Answers no where something takes longer than it may. */
const within = (work: Promise<boolean>, ms: number): Promise<boolean> =>
  Promise.race([work.catch(() => false), sleep(ms, false, { ref: false })])

/**
 * Keeps the parts of an installation running: what ends is started again, after a pause that grows; what hangs is ended
 * first. Nothing is ever given up: a disk may have room again tomorrow.
 */
export class Supervisor {
  private readonly running = new Map<Part, Running>()
  private readonly troubles = new Map<Part, Trouble>()
  /** Whether all is to end: nothing is begun any more. */
  leaving = false
  private left: () => void = () => undefined
  private readonly leave$ = new Promise<void>((resolve) => (this.left = resolve))

  /**
   * @param log told what happened, a line each
   * @param note told how the parts are whenever that changes; none in trouble is an empty list
   */
  constructor(
    private readonly log: (line: string) => void,
    private readonly note: (troubles: Trouble[]) => void = () => undefined,
    private readonly patience: Patience = usual,
  ) {}

  /** Starts a part. @throws what its start says */
  async start(part: Part): Promise<void> {
    const running = await part.start()
    this.running.set(part, running)
    // Somebody may have told it to leave while it was starting.
    if (this.leaving) await end(running.process)
  }

  /** Ends it all, in the order opposite to how it was started. */
  leave(): void {
    this.leaving = true
    this.left()
  }

  /** Watches over what was started until {@link leave} is called. */
  async watch(): Promise<void> {
    try {
      await Promise.race([this.leave$, ...[...this.running.keys()].map((part) => this.keep(part))])
    } finally {
      this.leaving = true
      for (const { process } of [...this.running.values()].reverse()) await end(process)
    }
  }

  private tell(part: Part, trouble: Trouble | null): void {
    if (trouble) this.troubles.set(part, trouble)
    else if (!this.troubles.delete(part)) return
    this.note([...this.troubles.values()])
  }

  /** Asks a part again and again whether it answers, until it is gone; ends it where it hangs. */
  private async ask(part: Part, { process, gone }: Running): Promise<void> {
    if (!part.answers) return
    const { askMs, hangsMs, leaveMs } = this.patience
    let over = false
    void gone.then(() => (over = true))
    let silentSinceMs: number | null = null
    for (;;) {
      await Promise.race([sleep(askMs, undefined, { ref: false }), gone, this.leave$])
      if (over || this.leaving) return
      const askedMs = Date.now()
      const answered = await within(part.answers(), hangsMs)
      silentSinceMs = answered ? null : (silentSinceMs ?? askedMs)
      if (over || this.leaving) return
      if (silentSinceMs !== null && Date.now() - silentSinceMs >= hangsMs) {
        this.log(`${part.name} runs but has not answered for ${Math.round(hangsMs / 1000)} s; it is ended.`)
        return end(process, leaveMs)
      }
    }
  }

  /** Starts a part, however often that has to be tried. */
  async startForSure(part: Part): Promise<void> {
    await this.start(part).catch((error: unknown) => this.startAgain(part, 0, firstLine(error)))
  }

  /** Starts a part that has ended, after a pause, until it is up. @returns how often it failed in a row by now */
  private async startAgain(part: Part, failuresBefore: number, how: string): Promise<number> {
    const { firstMs, longestMs } = this.patience
    let words = how
    for (let failures = failuresBefore + 1; ; failures++) {
      const pauseMs = Math.min(longestMs, firstMs * 2 ** Math.min(failures - 1, 20))
      const now = Date.now()
      const trouble = { part: part.code, times: failures, how: words, at: new Date(now).toISOString() }
      this.tell(part, { ...trouble, nextAt: new Date(now + pauseMs).toISOString() })
      this.log(`${part.name} has ended (${words}); it is started again in ${pauseMs} ms (time ${failures} in a row).`)
      await Promise.race([sleep(pauseMs), this.leave$])
      if (this.leaving) return failures
      try {
        await this.start(part)
        this.log(`${part.name} runs again.`)
        this.tell(part, { ...trouble, nextAt: null })
        return failures
      } catch (error) {
        words = firstLine(error)
      }
    }
  }

  private async keep(part: Part): Promise<void> {
    const { goodMs } = this.patience
    let failures = 0
    for (;;) {
      const since = Date.now()
      const running = this.running.get(part)!
      void this.ask(part, running)
      const recovered = setTimeout(() => this.tell(part, null), goodMs)
      const how = await running.gone
      clearTimeout(recovered)
      if (this.leaving) return this.leave$
      if (Date.now() - since >= goodMs) failures = 0
      failures = await this.startAgain(part, failures, how)
      if (this.leaving) return
    }
  }
}

const firstLine = (error: unknown) => (error instanceof Error ? (error.message.split('\n')[0] ?? '') : String(error))
