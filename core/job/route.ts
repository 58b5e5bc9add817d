import { compareWithDry } from '../works/liners/compare-dry'
import type { Deck } from '../works/liners/deck'
import { readDeck } from '../works/liners/deck'
import { readFitting } from '../works/liners/read-fitting'
import type { Closure, Snapshot } from './snapshot'
import { readLedges } from '../works/liners/ledges'
import { optionalStages, stageNames, stagesOf, type StageName, type WorkChoice } from './stages'
import { beginnings, entriesOf } from '../works/kinds'
import { restingOn, stageLine } from '../works/stage-table'
import { worseSinceGraded } from '../works/liners/suggest-grade'
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
  const last = snapshot.closures
    .filter((c) => c.stage === stage)
    .sort((a, b) => a.seq - b.seq)
    .at(-1)
  if (last?.closes) return last
  return optionalStages.includes(stage) ? closureOf(snapshot, 'record') : null
}

/** What a route is read from: the work chosen, what is closed, and the stages in which something was done. */
export interface RouteFacts {
  work: readonly WorkChoice[]
  closures: Snapshot['closures']
  begun: ReadonlySet<StageName>
}

/** The stages in which something was done. */
export function begunStages(snapshot: Snapshot): Set<StageName> {
  const begun = new Set<StageName>(snapshot.sets.map((s) => s.stage))
  for (const stage of stageNames)
    if (beginnings(stage).some((rows) => entriesOf(snapshot, rows).length > 0)) begun.add(stage)
  // What is cut, and plugged for it, belongs to the trial fit of a job without a plan.
  if (snapshot.plans.length > 0 && (snapshot.cuts.length > 0 || snapshot.tally.some((t) => t.place === 'bore')))
    begun.add('cut')
  return begun
}

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
  return route.map((stage) => {
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
  return laterClosed(snapshot, stage).length > 0 ? [{ code: 'later-closed', cylinders: [], soft: false }] : []
}

/** Every reason for which a stage cannot be closed yet. */
export const gateCodes = [
  'no-plan',
  'plug-in',
  'clean-first',
  'earlier-open',
  'later-closed',
  'not-measured',
  'changed',
  'zero-moved',
  'out',
  'unsure',
  'nothing-in',
  'not-pulled',
  'not-graded',
  'marked-since',
  'no-decision',
  'ring-missing',
  'not-pressed',
  'clock-out',
  'shifted',
] as const
export type GateCode = (typeof gateCodes)[number]

/** Why a stage cannot be closed yet. `soft` ones a person may answer for, with a reason. */
export interface GateProblem {
  code: GateCode
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
    {
      code: 'clean-first',
      cylinders: pick((l) => l.marks.some((m) => m.kind === 'burr' || m.kind === 'old-seal')),
      soft: false,
    },
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
  const cylinders = compareWithDry(snapshot)
    .filter((c) => c.sure && c.cause !== 'same')
    .map((c) => c.cylinder)
  return cylinders.length > 0 ? [{ code: 'shifted', cylinders, soft: true }] : []
}

/** All cylinders where nothing of a kind is there; none where something is. */
const allUnless = (snapshot: Snapshot, there: boolean) => (there ? [] : snapshot.engine.heads.flat())
/** The cylinders without a standing entry of a kind. */
const without = (snapshot: Snapshot, has: readonly { cylinder: number; struck?: unknown }[]) =>
  snapshot.engine.heads.flat().filter((c) => !has.some((h) => h.cylinder === c && !h.struck))
/** A problem where it names any cylinder. */
const among = (code: GateProblem['code'], cylinders: number[], soft: boolean): GateProblem[] =>
  cylinders.length > 0 ? [{ code, cylinders, soft }] : []

/** What stands in the way of closing each stage by itself. A stage without its gate does not compile. */
const gates: Record<StageName, (s: Snapshot) => GateProblem[]> = {
  'as-found': (s) => deckProblems(readDeck(s, 'as-found')),
  protect: (s) => among('nothing-in', allUnless(s, s.tally.length > 0), true),
  pull: (s) => among('not-pulled', without(s, s.pulls), true),
  look: (s) => [
    ...among('not-graded', without(s, s.grades), true),
    ...among(
      'marked-since',
      s.engine.heads.flat().filter((c) => worseSinceGraded(s, c) !== null),
      true,
    ),
  ],
  decide: (s) => among('no-decision', allUnless(s, s.decisions.length > 0), false),
  counterbores: ledgeProblems,
  // Parts may be measured or not: the plan says what it lacks.
  parts: () => [],
  'repair-plan': (s) => (s.plans.length > 0 ? [] : [{ code: 'no-plan', cylinders: [], soft: false }]),
  cut: (s) => among('plug-in', plugsIn(s), false),
  'trial-fit': (s) => deckProblems(readDeck(s, 'trial-fit')),
  fit: fitProblems,
  'final-check': (s) => [...deckProblems(readDeck(s, 'final-check')), ...shiftProblems(s)],
  record: (s) => among('plug-in', [...new Set(readTally(s).map((m) => m.cylinder))], false),
}

/**
 * What stands in the way of closing a stage; an empty list where nothing does.
 * `record` is closed by signing, after every measured stage.
 */
export function gateProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  const route = routeStages(snapshot)
  const earlier = route
    .slice(0, Math.max(0, route.indexOf(stage)))
    .filter((s) => !isClosed(snapshot, s) && !optionalStages.includes(s))
  const blocked: GateProblem[] =
    earlier.length > 0 && stageLine[stage].waits ? [{ code: 'earlier-open', cylinders: [], soft: false }] : []
  return [...blocked, ...gates[stage](snapshot)]
}
