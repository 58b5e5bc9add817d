import { select } from './store/read-values'
import type { Store } from './store/store'

type Listener = (revision: number) => void

const PERIOD_MS = 300

/** How many acts each job has seen: what tells another device that something is new. */
async function readRevisions(store: Store, jobIds: string[]): Promise<Map<string, number>> {
  const found = await select(
    store,
    `SELECT jobId, COUNT(*) AS n FROM events WHERE result = 'done' AND jobId IN (:jobIds) GROUP BY jobId`,
    { jobIds },
  )
  return new Map(found.map((r) => [String(r.jobId), Number(r.n)]))
}

/**
 * Tells the open screens of a job that something was stored, by whichever copy of the
 * server. It asks the store how many acts each watched job has seen; counting, not the
 * highest number, because acts may be committed out of order.
 */
export class RevisionWatch {
  private readonly listeners = new Map<string, Set<Listener>>()
  private known = new Map<string, number>()
  private timer: NodeJS.Timeout | null = null
  private asking = false

  constructor(private readonly store: Store) {}

  /**
   * Calls the listener with the revision of a job as it stands, at once or at the next look, and at each new one.
   * @returns how to stop it
   */
  listen(jobId: string, listener: Listener): () => void {
    const own = this.listeners.get(jobId) ?? new Set()
    const now = this.known.get(jobId)
    if (now !== undefined) listener(now)
    this.listeners.set(jobId, own.add(listener))
    this.timer ??= setInterval(() => void this.ask(), PERIOD_MS)
    return () => {
      own.delete(listener)
      if (own.size === 0) this.forget(jobId)
    }
  }

  private forget(jobId: string): void {
    this.listeners.delete(jobId)
    this.known.delete(jobId)
    if (this.listeners.size === 0) this.stop()
  }

  /** Looks at once, for what this very copy has just stored. */
  async ask(): Promise<void> {
    const jobIds = [...this.listeners.keys()]
    if (this.asking || jobIds.length === 0) return
    this.asking = true
    try {
      const revisions = await readRevisions(this.store, jobIds)
      for (const [jobId, revision] of revisions) {
        if (this.known.get(jobId) === revision) continue
        this.known.set(jobId, revision)
        for (const listener of this.listeners.get(jobId) ?? []) listener(revision)
      }
    } catch {
      // The database is away: the next look will tell.
    } finally {
      this.asking = false
    }
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer)
    this.timer = null
  }
}
