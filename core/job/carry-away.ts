import { idsIn } from './ids-in'
import type { Snapshot } from './snapshot'

/**
 * The job with what belongs to it and nothing else of the shop: the people, gauges, pullers
 * and parts that it names. What a job file carries; another shop takes in no strange stock.
 * The file is no longer bound to a simulated engine, nor to this store's count of acts.
 */
export function carryAway(snapshot: Snapshot): Snapshot {
  const { people, gauges, pullers, liners, shims, ...own } = snapshot
  const named = idsIn({ ...own, job: { ...own.job } })
  const lies = (part: { id: string; fitted: { jobId: string } | null }) =>
    named.has(part.id) || part.fitted?.jobId === snapshot.job.id
  const here = <T extends { fitted: { jobId: string; cylinder: number } | null }>(part: T): T =>
    part.fitted && part.fitted.jobId !== snapshot.job.id ? { ...part, fitted: null } : part
  return {
    ...own,
    revision: 0,
    job: { ...own.job, simulated: false },
    people: people.filter((p) => named.has(p.id)),
    gauges: gauges.filter((g) => named.has(g.id)),
    pullers: pullers.filter((p) => named.has(p.id)),
    liners: liners.filter(lies).map(here),
    shims: shims.filter(lies).map(here),
  }
}

/** The job with its places counted anew from 1, so that two stores' copies of it can be held side by side. */
export function withPlainSeqs(snapshot: Snapshot): Snapshot {
  const all = new Set<number>()
  const visit = (value: unknown, use: (row: { seq: number }) => void): void => {
    if (Array.isArray(value)) for (const v of value) visit(v, use)
    else if (value && typeof value === 'object') {
      if (typeof (value as { seq?: unknown }).seq === 'number') use(value as { seq: number })
      for (const v of Object.values(value)) visit(v, use)
    }
  }
  const copy = structuredClone(snapshot)
  visit(copy, (row) => all.add(row.seq))
  const place = new Map([...all].sort((a, b) => a - b).map((seq, i) => [seq, i + 1]))
  visit(copy, (row) => (row.seq = place.get(row.seq)!))
  return copy
}
