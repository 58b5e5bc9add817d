import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { ApiProblem } from '../errors'
import type * as thread from './thread'

type Tasks = typeof thread
type TaskName = keyof Tasks

export interface PoolOptions {
  threads: number
  /** Threads that stand ready even when nothing is asked. */
  ready?: number
  /** How many may wait; one more is told that the server is busy. */
  waiting: number
  /** The file with what the threads can do; the built one where nothing is said. */
  file?: string
}

export interface RunOptions {
  /** How long it may take with its waiting; five minutes where nothing is said. */
  timeoutMs?: number
  /** Ends the work when nobody waits for it any more. */
  signal?: AbortSignal
  transfer?: ArrayBuffer[]
}

/**
 * What takes longer is taken for something that never ends. It is no measure of a paper: a thread steps back behind
 * readings, and on a machine with much else to do what takes two seconds elsewhere takes a minute.
 */
const LONGEST_MS = 300_000

/** The built thread: beside the built server, or where the tests say that it lies. */
const built = process.env.EVENBORE_THREAD ?? fileURLToPath(new URL('./thread.js', import.meta.url))

/**
 * Threads for heavy work, with a queue and a bound. What fails there, runs out of memory or
 * takes too long ends with its thread; the server goes on. From sources that were not built,
 * everything runs in the one thread there is.
 */
export class WorkPool {
  private readonly pool: Piscina | null

  constructor(private readonly options: PoolOptions) {
    const { file = built } = options
    this.pool = existsSync(file)
      ? new Piscina({
          filename: file,
          minThreads: options.ready ?? 0,
          maxThreads: options.threads,
          idleTimeout: 30_000,
          niceIncrement: 5,
          resourceLimits: { maxOldGenerationSizeMb: 512 },
        })
      : null
  }

  /**
   * Runs one of the thread's functions.
   *
   * @throws ApiProblem `busy` where too many wait already, `took-too-long` where its time is up, `gave-up` where its thread did not bear it
   */
  async run<K extends TaskName>(
    name: K,
    task: Parameters<Tasks[K]>[0],
    { timeoutMs = LONGEST_MS, signal, transfer }: RunOptions = {},
  ): Promise<Awaited<ReturnType<Tasks[K]>>> {
    type Answer = Awaited<ReturnType<Tasks[K]>>
    if (!this.pool) return ((await import('./thread'))[name] as (task: unknown) => Promise<Answer>)(task)
    if (this.pool.queueSize >= this.options.waiting) throw new ApiProblem('busy')
    const time = AbortSignal.timeout(timeoutMs)
    try {
      return (await this.pool.run(task, {
        name,
        signal: signal ? AbortSignal.any([signal, time]) : time,
        ...(transfer ? { transferList: transfer } : {}),
      })) as Answer
    } catch (error) {
      if (time.aborted || signal?.aborted) throw new ApiProblem('took-too-long')
      console.error(`${name} failed in its thread:`, error)
      throw new ApiProblem('gave-up')
    }
  }

  async close(): Promise<void> {
    await this.pool?.destroy()
  }
}
