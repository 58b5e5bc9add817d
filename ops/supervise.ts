import { setTimeout as sleep } from 'node:timers/promises'
import { end, runs, type Started } from './processes'
import { StepFailed } from './say'

/** Something that runs, and how it is known that it has ended. */
export interface Running {
  process: Started
  /** Comes when it has ended, with how. */
  gone: Promise<string>
}

/** Something that is kept running. */
export interface Part {
  /** As it is called to a person: "the server". */
  name: string
  start(): Promise<Running>
  /** What to look at where it will not stay up. */
  advice(): string
}

export interface Patience {
  /** How often it is started again before it is given up. */
  tries: number
  /** The first pause before it is started again; each further one is twice as long, up to the longest. */
  firstMs: number
  longestMs: number
  /** What has run so long has recovered: its next end is a first one again. */
  goodMs: number
}
const usual: Patience = { tries: 6, firstMs: 300, longestMs: 15_000, goodMs: 60_000 }

/** Waits for a process that is not a child of this one: it was found running. */
export async function goneByItself(process: Started): Promise<string> {
  while (runs(process)) await sleep(250)
  return 'it was found ended'
}

/**
 * Keeps the parts of an installation running: what ends is started again, after a pause that
 * grows; what will not stay up is given up with a plain message, and all ends then.
 */
export class Supervisor {
  private readonly running = new Map<Part, Running>()
  /** Whether all is to end: nothing is begun any more. */
  leaving = false
  private left: () => void = () => undefined
  private readonly leave$ = new Promise<void>((resolve) => (this.left = resolve))

  /** @param log told what happened, a line each */
  constructor(
    private readonly log: (line: string) => void,
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

  /**
   * Watches over what was started until {@link leave} is called.
   *
   * @throws StepFailed where a part would not stay up
   */
  async watch(): Promise<void> {
    try {
      await Promise.race([this.leave$, ...[...this.running.keys()].map((part) => this.keep(part))])
    } finally {
      this.leaving = true
      for (const { process } of [...this.running.values()].reverse()) await end(process)
    }
  }

  private async keep(part: Part): Promise<void> {
    const { tries, firstMs, longestMs, goodMs } = this.patience
    let failures = 0
    for (;;) {
      const since = Date.now()
      const how = await this.running.get(part)!.gone
      if (this.leaving) return this.leave$
      if (Date.now() - since >= goodMs) failures = 0
      let words = how
      for (;;) {
        failures += 1
        if (failures > tries)
          throw new StepFailed(
            `${part.name} has ended ${failures} times in a row and is not started again (${words}).`,
            `${part.advice()}\nEverything that was acknowledged is kept.`,
          )
        const pauseMs = Math.min(longestMs, firstMs * 2 ** (failures - 1))
        this.log(
          `${part.name} has ended (${words}); it is started again in ${pauseMs} ms (try ${failures} of ${tries}).`,
        )
        await Promise.race([sleep(pauseMs), this.leave$])
        if (this.leaving) return
        try {
          await this.start(part)
          this.log(`${part.name} runs again.`)
          break
        } catch (error) {
          words = error instanceof Error ? (error.message.split('\n')[0] ?? '') : String(error)
        }
      }
    }
  }
}
