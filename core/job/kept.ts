import { carryAway } from './carry-away'
import { isClosed } from './route'
import { signatureOf } from './signature'
import type { Kept, Snapshot } from './snapshot'

/** What surrounds a job now, as far as the job names it: what its signature keeps. */
export function keptOf(snapshot: Snapshot): Kept {
  const {
    job,
    engine,
    sheet,
    stationsDeg,
    rule,
    tooling,
    ledges,
    shims,
    gauges,
    people,
    liners,
    rates,
    pullers,
    renewalCosts,
    shop,
    leakTable,
  } = carryAway(snapshot)
  return {
    job,
    engine,
    sheet,
    stationsDeg,
    rule,
    tooling,
    ledges,
    shims,
    gauges,
    people,
    liners,
    rates,
    pullers,
    renewalCosts,
    shop,
    leakTable,
  }
}

/** The first things, and of the others those that are not among them. */
export function ownFirst<T extends { id: string }>(own: readonly T[], now: readonly T[]): T[] {
  const ids = new Set(own.map((o) => o.id))
  return [...own, ...now.filter((n) => !ids.has(n.id))]
}

/**
 * The job as it was when it was signed, while it is signed: a gauge, an engine, a name or a part
 * that was changed in the shop since changes nothing on its pages and papers. Its number, and
 * whether it is laid aside, are the store's own.
 */
export function asSigned(snapshot: Snapshot): Snapshot {
  const kept = isClosed(snapshot, 'record') ? signatureOf(snapshot)?.kept : null
  if (!kept) return snapshot
  const { number, archived, simulated } = snapshot.job
  return {
    ...snapshot,
    ...kept,
    job: { ...kept.job, number, archived, simulated },
    // A signature of before kept nothing of other works.
    sheet: { ...kept.sheet, sections: kept.sheet.sections ?? {} },
    shims: ownFirst(kept.shims, snapshot.shims),
    liners: ownFirst(kept.liners, snapshot.liners),
    gauges: ownFirst(kept.gauges, snapshot.gauges),
    people: ownFirst(kept.people, snapshot.people),
    pullers: ownFirst(kept.pullers, snapshot.pullers),
  }
}
