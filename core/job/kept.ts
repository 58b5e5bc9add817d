import { carryAway } from './carry-away'
import { ownFirst } from './own-first'
import { isClosed } from './route'
import { signatureOf } from './signature'
import type { Kept, Snapshot } from './snapshot'

/** What surrounds a job now, as far as the job names it, and where it came from: what its signature keeps. */
export function keptOf(snapshot: Snapshot): Kept {
  const { job, engine, sheet, stationsDeg, rule, tooling, ledges, ...more } = carryAway(snapshot)
  const { shims, gauges, people, liners, rates, pullers, renewalCosts, shop, leakTable } = more
  return {
    // Whether it is of a simulated engine is a thing of the job itself: what was signed says so wherever it goes.
    job: { ...job, simulated: snapshot.job.simulated },
    takenIn: snapshot.takenIn,
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

/**
 * The job as it was when it was signed, while it is signed: a gauge, an engine, a name or a part
 * that was changed in the shop since changes nothing on its pages and papers. What it is called by
 * (its id and its engine's, its number here), the ways it came and whether it is laid aside are the store's own.
 */
export function asSigned(snapshot: Snapshot): Snapshot {
  const kept = isClosed(snapshot, 'record') ? signatureOf(snapshot)?.kept : null
  return kept ? surroundedBy(snapshot, kept) : snapshot
}

/** The job with what a signature kept around it. */
export function surroundedBy(snapshot: Snapshot, { takenIn: _, ...kept }: Kept): Snapshot {
  const { id, number, archived, simulated } = snapshot.job
  return {
    ...snapshot,
    ...kept,
    job: { ...kept.job, id, number, archived, simulated },
    engine: { ...kept.engine, id: snapshot.engine.id },
    // A signature of before kept nothing of other works.
    sheet: { ...kept.sheet, sections: kept.sheet.sections ?? {} },
    shims: ownFirst(kept.shims, snapshot.shims),
    liners: ownFirst(kept.liners, snapshot.liners),
    gauges: ownFirst(kept.gauges, snapshot.gauges),
    people: ownFirst(kept.people, snapshot.people),
    pullers: ownFirst(kept.pullers, snapshot.pullers),
  }
}
