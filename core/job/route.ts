import { compareWithDry } from './compare-dry'
import type { Deck } from './deck'
import { readDeck } from './deck'
import { readFitting } from './read-fitting'
import type { Closure, Snapshot } from './snapshot'
import { readLedges } from './ledges'
import { isMeasured, optionalStages, stagesOf, type StageName, type WorkName } from './stages'
import { worseSinceGraded } from './suggest-grade'
import { plugsIn, readTally } from './tally'

export type StageState = 'done' | 'next' | 'begun' | 'later' | 'passed'

/**
 * Whether a stage is closed: its last closure counts, a reopening undoes it. What a job
 * passed by is closed with its signature.
 */
export function isClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): boolean {
  return closureOf(snapshot, stage) !== null
}

/** What closed a stage: its own closure, or the signature of the job that passed it by; null where it is open. */
export function closureOf(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): Closure | null {
  const last = snapshot.closures.filter((c) => c.stage === stage).sort((a, b) => a.seq - b.seq).at(-1)
  if (last?.closes) return last
  return optionalStages.includes(stage) ? closureOf(snapshot, 'record') : null
}

/** What a route is read from: the work chosen, what is closed, and the stages in which something was done. */
export interface RouteFacts {
  work: readonly WorkName[]
  closures: Snapshot['closures']
  begun: ReadonlySet<StageName>
}

/** The stages in which something was done. */
export function begunStages(snapshot: Snapshot): Set<StageName> {
  const begun = new Set<StageName>(snapshot.sets.map((s) => s.stage))
  const entries: [StageName, boolean][] = [
    ['protect', snapshot.tally.length > 0],
    ['pull', snapshot.pulls.length > 0],
    ['look', snapshot.findings.length > 0 || snapshot.grades.length > 0],
    ['decide', snapshot.decisions.length > 0],
    ['repair-plan', snapshot.plans.length > 0],
    ['cut', snapshot.plans.length > 0 && (snapshot.cuts.length > 0 || snapshot.tally.some((t) => t.place === 'bore'))],
    ['fit', snapshot.sealFits.length > 0 || snapshot.presses.length > 0],
  ]
  for (const [stage, is] of entries) if (is) begun.add(stage)
  return begun
}

/** What the route of a whole job is read from. */
export function routeFacts(snapshot: Snapshot): RouteFacts {
  return { work: snapshot.job.work, closures: snapshot.closures, begun: begunStages(snapshot) }
}

/** The stages of this job, in the order of the trade. */
export function routeStages(snapshot: { job: { work: readonly WorkName[] } }): StageName[] {
  return stagesOf(snapshot.job.work)
}

/**
 * The route of a job: its stages and how each stands. `next` is the first one still open;
 * a stage that a job may pass by is passed by once a later one is under way.
 */
export function readRoute(facts: RouteFacts): { stage: StageName; state: StageState }[] {
  const route = stagesOf(facts.work)
  const passed = (stage: StageName) =>
    optionalStages.includes(stage) && !facts.begun.has(stage) && route.slice(route.indexOf(stage) + 1).some((s) => facts.begun.has(s) || isClosed(facts, s))
  const next = route.find((stage) => !isClosed(facts, stage) && !passed(stage))
  return route.map((stage) => {
    if (isClosed(facts, stage)) return { stage, state: 'done' }
    if (stage === next) return { stage, state: 'next' }
    if (passed(stage)) return { stage, state: 'passed' }
    return { stage, state: facts.begun.has(stage) ? 'begun' : 'later' }
  })
}

/** What rests on a stage, beside the record, which rests on every one. */
const restOn: Partial<Record<StageName, readonly StageName[]>> = {
  look: ['decide'],
  counterbores: ['repair-plan', 'cut'],
  parts: ['repair-plan'],
  'repair-plan': ['cut'],
  cut: ['trial-fit', 'fit', 'final-check'],
  'trial-fit': ['fit', 'final-check'],
  fit: ['final-check'],
}

/** The closed stages that rest on this one: they are opened first. */
export function laterClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): StageName[] {
  const resting: readonly StageName[] = stage === 'record' ? [] : [...(restOn[stage] ?? []), 'record']
  return resting.filter((s) => isClosed(snapshot, s))
}

/** Why a stage cannot be opened again: nothing, or what rests on it. */
export function reopenProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  return laterClosed(snapshot, stage).length > 0 ? [{ code: 'later-closed', cylinders: [], soft: false }] : []
}

/** Why a stage cannot be closed yet. `soft` ones a person may answer for, with a reason. */
export interface GateProblem {
  code:
    | 'no-plan' | 'plug-in' | 'clean-first' | 'earlier-open' | 'later-closed' | 'not-measured' | 'changed' | 'zero-moved' | 'out' | 'unsure'
    | 'nothing-in' | 'not-pulled' | 'not-graded' | 'marked-since' | 'no-decision' | 'ring-missing' | 'not-pressed' | 'clock-out' | 'shifted'
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

function fitProblems(snapshot: Snapshot): GateProblem[] {
  const fits = readFitting(snapshot)
  const pick = (test: (f: (typeof fits)[number]) => boolean) => fits.filter(test).map((f) => f.cylinder)
  const problems: GateProblem[] = [
    { code: 'ring-missing', cylinders: pick((f) => f.rings.some((r) => r.state !== 'on')), soft: false },
    { code: 'not-pressed', cylinders: pick((f) => f.press === null), soft: false },
    { code: 'clock-out', cylinders: pick((f) => f.clock === 'out'), soft: true },
  ]
  return problems.filter((p) => p.cylinders.length > 0)
}

/** Liners that stand otherwise than they did dry, beyond doubt. */
function shiftProblems(snapshot: Snapshot): GateProblem[] {
  const cylinders = compareWithDry(snapshot).filter((c) => c.sure && c.cause !== 'same').map((c) => c.cylinder)
  return cylinders.length > 0 ? [{ code: 'shifted', cylinders, soft: true }] : []
}

function stripProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  const all = snapshot.engine.heads.flat()
  const without = (has: readonly { cylinder: number; struck?: unknown }[]) => all.filter((c) => !has.some((h) => h.cylinder === c && !h.struck))
  const problems: GateProblem[] = {
    protect: [{ code: 'nothing-in' as const, cylinders: snapshot.tally.length > 0 ? [] : all, soft: true }],
    pull: [{ code: 'not-pulled' as const, cylinders: without(snapshot.pulls), soft: true }],
    look: [
      { code: 'not-graded' as const, cylinders: without(snapshot.grades), soft: true },
      { code: 'marked-since' as const, cylinders: all.filter((c) => worseSinceGraded(snapshot, c) !== null), soft: true },
    ],
    decide: [{ code: 'no-decision' as const, cylinders: snapshot.decisions.length > 0 ? [] : all, soft: false }],
  }[stage as 'protect' | 'pull' | 'look' | 'decide'] ?? []
  return problems.filter((p) => p.cylinders.length > 0)
}

/**
 * What stands in the way of closing a stage; an empty list where nothing does.
 * `record` is closed by signing, after every measured stage.
 */
export function gateProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  const route = routeStages(snapshot)
  const earlier = route.slice(0, Math.max(0, route.indexOf(stage))).filter((s) => !isClosed(snapshot, s) && !optionalStages.includes(s))
  const waits = stage === 'fit' || stage === 'final-check' || stage === 'record'
  const blocked: GateProblem[] = earlier.length > 0 && waits ? [{ code: 'earlier-open', cylinders: [], soft: false }] : []
  if (isMeasured(stage)) return [...blocked, ...deckProblems(readDeck(snapshot, stage)), ...(stage === 'final-check' ? shiftProblems(snapshot) : [])]
  if (stage === 'counterbores') return ledgeProblems(snapshot)
  if (stage === 'repair-plan') return snapshot.plans.length > 0 ? [] : [{ code: 'no-plan', cylinders: [], soft: false }]
  if (stage === 'fit') return [...blocked, ...fitProblems(snapshot)]
  if (stage !== 'cut' && stage !== 'record') return stripProblems(snapshot, stage)
  const plugged = stage === 'cut' ? plugsIn(snapshot) : [...new Set(readTally(snapshot).map((s) => s.cylinder))]
  return plugged.length > 0 ? [...blocked, { code: 'plug-in', cylinders: plugged, soft: false }] : blocked
}
