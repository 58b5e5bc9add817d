import { onceASnapshot } from './once'
import { latest } from './order'
import { beginnings, entriesOf } from '../works/kinds'
import { restingOn, stageLine } from '../works/stage-table'
import { whole, type GateProblem } from './gate'
import type { Closure, Snapshot } from './snapshot'
import { optionalStages, stageNames, stagesOf, type StageName, type WorkChoice } from './stages'

export type StageState = 'done' | 'next' | 'begun' | 'later' | 'passed' | 'left'

/**
 * Whether a stage is closed: its last closure counts, a reopening undoes it. What a job
 * passed by is closed with its signature.
 */
export function isClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): boolean {
  return closureOf(snapshot, stage) !== null
}

/** What closed a stage: its own closure, or the signature of the job that passed it by; null where it is open. */
export function closureOf(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): Closure | null {
  const last = latest(snapshot.closures.filter((c) => c.stage === stage))
  if (last?.closes || stage === 'record') return last?.closes ? last : null
  // Of a job that was ended as it stands nothing is open any more, whatever it is.
  return optionalStages.includes(stage) ? closureOf(snapshot, 'record') : endedOf(snapshot)
}

/** The closing that ended a job as it stands; null of a job that is open, or was signed as done. */
export function endedOf(snapshot: Pick<Snapshot, 'closures'>): Closure | null {
  const record = closureOf(snapshot, 'record')
  return record?.ended ? record : null
}

/** What a route is read from: the work chosen, what is closed, and the stages in which something was done. */
export interface RouteFacts {
  work: readonly WorkChoice[]
  closures: Snapshot['closures']
  begun: ReadonlySet<StageName>
}

/** The stages in which something was done. */
export const begunStages = onceASnapshot((snapshot): ReadonlySet<StageName> => {
  const begun = new Set<StageName>(snapshot.sets.map((s) => s.stage))
  for (const stage of stageNames)
    if (beginnings(stage).some((rows) => entriesOf(snapshot, rows).length > 0)) begun.add(stage)
  // What is cut, and plugged for it, belongs to the trial fit of a job without a plan.
  if (snapshot.plans.length > 0 && (snapshot.cuts.length > 0 || snapshot.tally.some((t) => t.place === 'bore')))
    begun.add('cut')
  return begun
})

/** What the route of a whole job is read from. */
export function routeFacts(snapshot: Snapshot): RouteFacts {
  return { work: snapshot.job.work, closures: snapshot.closures, begun: begunStages(snapshot) }
}

/** The stages of this job, in the order of the trade. */
export function routeStages(snapshot: { job: { work: readonly WorkChoice[] } }): StageName[] {
  return stagesOf(snapshot.job.work)
}

/**
 * The route of a job: its stages and how each stands. `next` is the first one still open;
 * a stage that a job may pass by is passed by once a later one is under way.
 */
export function readRoute(facts: RouteFacts): { stage: StageName; state: StageState }[] {
  const route = stagesOf(facts.work)
  const passed = (stage: StageName) =>
    optionalStages.includes(stage) &&
    !facts.begun.has(stage) &&
    route.slice(route.indexOf(stage) + 1).some((s) => facts.begun.has(s) || isClosed(facts, s))
  const next = route.find((stage) => !isClosed(facts, stage) && !passed(stage))
  const ended = endedOf(facts) !== null
  return route.map((stage) => {
    // Who ended it left this one open.
    if (ended && closureOf(facts, stage)?.stage !== stage) return { stage, state: 'left' }
    if (isClosed(facts, stage)) return { stage, state: 'done' }
    if (stage === next) return { stage, state: 'next' }
    if (passed(stage)) return { stage, state: 'passed' }
    return { stage, state: facts.begun.has(stage) ? 'begun' : 'later' }
  })
}

/** The closed stages that rest on this one: they are opened first. */
export function laterClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): StageName[] {
  return restingOn(stage).filter((s) => isClosed(snapshot, s))
}

/** Why a stage cannot be opened again: nothing, or what rests on it. */
export function reopenProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  return whole('later-closed', laterClosed(snapshot, stage).length > 0, false)
}

/** Whether a stage that waits for all before it is still kept from closing by one of them. */
export function earlierOpen(snapshot: Snapshot, stage: StageName): boolean {
  const route = routeStages(snapshot)
  const before = route.slice(0, Math.max(0, route.indexOf(stage)))
  return stageLine[stage].waits && before.some((s) => !isClosed(snapshot, s) && !optionalStages.includes(s))
}
