import type { Deck } from './deck'
import { readDeck } from './deck'
import type { Snapshot } from './snapshot'
import { readLedges } from './ledges'
import { isMeasured, optionalStages, stageNames, type StageName } from './stages'

export type StageState = 'done' | 'next' | 'begun' | 'later' | 'passed'

/**
 * Whether a stage is closed: its last closure counts, a reopening undoes it. What a job
 * passed by is closed with its signature.
 */
export function isClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): boolean {
  const own = snapshot.closures.filter((c) => c.stage === stage)
  const closed = own.sort((a, b) => a.seq - b.seq).at(-1)?.closes ?? false
  return closed || (optionalStages.includes(stage) && isClosed(snapshot, 'record'))
}

/** Whether anything was done in a stage. */
function isBegun(snapshot: RouteFacts, stage: StageName): boolean {
  if (stage === 'repair-plan') return snapshot.plans.length > 0
  if (stage === 'cut') return snapshot.tally.length > 0
  return snapshot.sets.some((s) => s.stage === stage)
}

/** What a route is read from. */
export type RouteFacts = Pick<Snapshot, 'closures'> & { sets: { stage: string }[]; plans: unknown[]; tally: unknown[] }

/**
 * The route of a job: its stages and how each stands. `next` is the first one still open;
 * a stage that a job may pass by is passed by once a later one is under way.
 */
export function readRoute(snapshot: RouteFacts): { stage: StageName; state: StageState }[] {
  const passed = (stage: StageName) =>
    optionalStages.includes(stage) && !isBegun(snapshot, stage) && stageNames.slice(stageNames.indexOf(stage) + 1).some((s) => isBegun(snapshot, s) || isClosed(snapshot, s))
  const next = stageNames.find((stage) => !isClosed(snapshot, stage) && !passed(stage))
  return stageNames.map((stage) => {
    if (isClosed(snapshot, stage)) return { stage, state: 'done' }
    if (stage === next) return { stage, state: 'next' }
    if (passed(stage)) return { stage, state: 'passed' }
    return { stage, state: isBegun(snapshot, stage) ? 'begun' : 'later' }
  })
}

/** The stages after this one that are closed: they rest on it, so they are opened first. */
export function laterClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): StageName[] {
  return stageNames.slice(stageNames.indexOf(stage) + 1).filter((s) => isClosed(snapshot, s))
}

/** Why a stage cannot be opened again: nothing, or what rests on it. */
export function reopenProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  return laterClosed(snapshot, stage).length > 0 ? [{ code: 'later-closed', cylinders: [], soft: false }] : []
}

/** Why a stage cannot be closed yet. `soft` ones a person may answer for, with a reason. */
export interface GateProblem {
  code: 'no-plan' | 'plug-in' | 'clean-first' | 'earlier-open' | 'later-closed' | 'not-measured' | 'changed' | 'zero-moved' | 'out' | 'unsure'
  cylinders: number[]
  soft: boolean
}

function deckProblems(deck: Deck): GateProblem[] {
  const pick = (test: (c: Deck['cylinders'][number]) => boolean) => deck.cylinders.filter(test).map((c) => c.cylinder)
  const baseline = deck.stage === 'as-found'
  const problems: GateProblem[] = [
    { code: 'not-measured', cylinders: pick((c) => !c.complete && !c.changed), soft: baseline },
    { code: 'changed', cylinders: pick((c) => c.changed !== null), soft: false },
    { code: 'zero-moved', cylinders: pick((c) => c.complete && (c.set?.closed?.zeroMoved ?? false)), soft: baseline },
  ]
  if (!baseline) {
    problems.push(
      { code: 'out', cylinders: pick((c) => c.verdictAmong === 'out'), soft: false },
      { code: 'unsure', cylinders: pick((c) => c.verdictAmong === 'unsure'), soft: true },
    )
  }
  return problems.filter((p) => p.cylinders.length > 0)
}

function ledgeProblems(snapshot: Snapshot): GateProblem[] {
  const ledges = readLedges(snapshot)
  const pick = (test: (l: (typeof ledges)[number]) => boolean) => ledges.filter(test).map((l) => l.cylinder)
  const problems: GateProblem[] = [
    { code: 'not-measured', cylinders: pick((l) => !l.complete), soft: true },
    { code: 'zero-moved', cylinders: pick((l) => l.complete && (l.set?.closed?.zeroMoved ?? false)), soft: true },
    { code: 'clean-first', cylinders: pick((l) => l.marks.some((m) => m.kind === 'burr' || m.kind === 'old-seal')), soft: false },
  ]
  return problems.filter((p) => p.cylinders.length > 0)
}

/** Bores in which a plug against chips still sits. */
export function plugsIn(snapshot: Pick<Snapshot, 'tally'>): number[] {
  const state = new Map<number, boolean>()
  for (const mark of [...snapshot.tally].sort((a, b) => a.seq - b.seq)) state.set(mark.cylinder, mark.goesIn)
  return [...state].filter(([, goesIn]) => goesIn).map(([cylinder]) => cylinder).sort((a, b) => a - b)
}

/**
 * What stands in the way of closing a stage; an empty list where nothing does.
 * `record` is closed by signing, after every measured stage.
 */
export function gateProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  const earlier = stageNames.slice(0, stageNames.indexOf(stage)).filter((s) => !isClosed(snapshot, s) && !optionalStages.includes(s))
  const waits = stage === 'final-check' || stage === 'record'
  const blocked: GateProblem[] = earlier.length > 0 && waits ? [{ code: 'earlier-open', cylinders: [], soft: false }] : []
  if (isMeasured(stage)) return [...blocked, ...deckProblems(readDeck(snapshot, stage))]
  if (stage === 'counterbores') return ledgeProblems(snapshot)
  if (stage === 'repair-plan') return snapshot.plans.length > 0 ? [] : [{ code: 'no-plan', cylinders: [], soft: false }]
  const plugged = stage === 'cut' || stage === 'record' ? plugsIn(snapshot) : []
  return plugged.length > 0 ? [...blocked, { code: 'plug-in', cylinders: plugged, soft: false }] : blocked
}
