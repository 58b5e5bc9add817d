import { HERE_LASTS_MS, type HereNote } from '#contract/here'

/** Devices of one job that are kept in mind at once. */
const MOST_HERE = 100

/**
 * Who is at which liner of which job just now. It is kept in memory alone and forgotten with it:
 * nothing that is measured rests on it.
 */
export class Presence {
  private readonly jobs = new Map<string, Map<string, { note: HereNote; at: number }>>()
  private readonly listeners = new Map<string, Set<(here: HereNote[]) => void>>()

  constructor(private readonly now: () => number = Date.now) {}

  /** A device says where it is. Those who listen are told where that is new. */
  note(jobId: string, note: HereNote): void {
    const here = this.jobs.get(jobId) ?? new Map<string, { note: HereNote; at: number }>()
    const before = JSON.stringify(here.get(note.deviceId)?.note ?? null)
    if (!here.has(note.deviceId) && this.list(jobId).length >= MOST_HERE) return
    this.jobs.set(jobId, here)
    here.set(note.deviceId, { note, at: this.now() })
    if (before !== JSON.stringify(note)) this.tell(jobId)
  }

  /** Who is there, those not heard of for a while left out. */
  list(jobId: string): HereNote[] {
    const here = this.jobs.get(jobId)
    if (!here) return []
    const since = this.now() - HERE_LASTS_MS
    for (const [deviceId, { at }] of here) if (at < since) here.delete(deviceId)
    if (here.size === 0) this.jobs.delete(jobId)
    return [...here.values()].map(({ note }) => note)
  }

  /** Calls back with who is there, as it changes. @returns how to stop it */
  listen(jobId: string, listener: (here: HereNote[]) => void): () => void {
    const all = this.listeners.get(jobId) ?? new Set()
    this.listeners.set(jobId, all.add(listener))
    return () => {
      all.delete(listener)
      if (all.size === 0) this.listeners.delete(jobId)
    }
  }

  private tell(jobId: string): void {
    const here = this.list(jobId)
    for (const listener of this.listeners.get(jobId) ?? []) listener(here)
  }
}
