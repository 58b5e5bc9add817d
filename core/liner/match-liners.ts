import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { turnDeg } from '../measure/angle'
import { refuseCrossedLimits } from '../measure/judge-protrusion'
import {
  angleDeg,
  cylinderNumber,
  headList,
  lengthFromZeroMm,
  lengthMm,
  refuseTwice,
  SLACK_MM,
  thicknessMm,
} from '../schema'
import { shimmedWindow } from './plan-cut'
import { matchMilp, possibleSteps, type MatchOption, type MatchProblem } from './match-model'
import { startMatch } from './match-start'
import { solveMilp, type ProofLimits } from './milp'

/** Ways to fill a bore, over all bores, that one calculation may look at. */
const MOST_WAYS = 100_000

export const matchLinersInput = z
  .strictObject({
    bores: z
      .array(
        z.strictObject({ cylinder: cylinderNumber, depthMm: lengthMm, tiltMm: lengthFromZeroMm, highAtDeg: angleDeg }),
      )
      .min(1, 'needs at least one bore')
      .max(99),
    liners: z
      .array(
        z.strictObject({
          id: z.string('must be a name').min(1, 'must be a name').max(80),
          flangeMm: lengthMm,
          wedgeMm: lengthFromZeroMm,
          thickAtDeg: angleDeg,
          onlyCylinder: cylinderNumber.optional(),
          /** The rings it came with leave no room for a shim. */
          noShim: z.boolean().optional(),
        }),
      )
      .max(400, 'has too many liners'),
    shims: z
      .array(
        z.strictObject({
          thicknessMm,
          count: z.number('must be a count').int('must be a whole number').min(0, 'cannot be below zero').max(10_000),
        }),
      )
      .max(200, 'has too many sizes'),
    otherMm: lengthMm,
    rotationsDeg: z.array(angleDeg).min(1, 'needs at least one turn; 0 for none').max(72),
    heads: headList,
    targetMm: lengthMm,
    spec: z
      .strictObject({ minMm: lengthMm, maxMm: lengthMm, withinLinerMaxMm: lengthFromZeroMm })
      .superRefine(refuseCrossedLimits),
    shimmed: shimmedWindow.nullish(),
  })
  .superRefine((input, context) => {
    if (input.bores.length * input.liners.length * (1 + shimSizes(input.shims).length) > MOST_WAYS)
      context.addIssue({
        code: 'custom',
        message: 'with these bores and shims are more than 100 000 ways: offer fewer',
        path: ['liners'],
      })
    refuseTwice(
      input.bores.map((b) => b.cylinder),
      context,
      (i) => ['bores', i, 'cylinder'],
      (c) => `cylinder ${c} is given twice`,
    )
    refuseTwice(
      input.liners.map((l) => l.id),
      context,
      (i) => ['liners', i, 'id'],
      (id) => `liner ${id} is given twice`,
    )
  })
export type MatchLinersInput = z.infer<typeof matchLinersInput>

export interface MatchObjective {
  outOfSpec: number
  worstStepMm: number
  deviationMm: number
}

export interface MatchedBore {
  cylinder: number
  linerId: string
  rotationDeg: number
  /** 0 for none. */
  shimMm: number
  centreMm: number
  tiltMm: number
  /** Degrees; null where nothing leans. */
  highAtDeg: number | null
}

export interface LinerMatch {
  assignment: MatchedBore[]
  objective: MatchObjective
  /** Whether nothing better can exist. */
  proven: boolean
  /** Where it was stopped: the level it had reached and the best value of it that is still possible. */
  bound?: { level: keyof MatchObjective; value: number }
}

export interface MatchWatch {
  /** Told of every better answer. */
  onBetter?(match: LinerMatch): void
  /** How far each of its proofs may go; 60 seconds where nothing is said. */
  proof?: ProofLimits
}

interface Lean {
  rotationDeg: number
  tiltMm: number
  highAtDeg: number | null
}

/**
 * How a liner leans on a ledge, turned so that it leans least: the ledge's lean and the
 * flange's wedge added as vectors. Of equal turns the smallest angle.
 */
export function leastLean(
  bore: { tiltMm: number; highAtDeg: number },
  liner: { wedgeMm: number; thickAtDeg: number },
  rotationsDeg: readonly number[],
): Lean {
  const rad = Math.PI / 180
  let best: Lean | null = null
  for (const rotationDeg of [...rotationsDeg].sort((a, b) => turnDeg(a) - turnDeg(b))) {
    const at = (liner.thickAtDeg + rotationDeg) * rad
    const x = bore.tiltMm * Math.cos(bore.highAtDeg * rad) + liner.wedgeMm * Math.cos(at)
    const y = bore.tiltMm * Math.sin(bore.highAtDeg * rad) + liner.wedgeMm * Math.sin(at)
    const tiltMm = Math.hypot(x, y)
    if (best && tiltMm >= best.tiltMm - 1e-12) continue
    best = { rotationDeg, tiltMm, highAtDeg: tiltMm <= SLACK_MM ? null : turnDeg(Math.atan2(y, x) / rad) }
  }
  return best as Lean
}

/** Bores that follow one another under one head, by their indices. */
function neighboursOf(input: MatchLinersInput): [number, number][] {
  const at = (cylinder: number | undefined) => input.bores.findIndex((b) => b.cylinder === cylinder)
  return input.heads
    .flatMap((head) => head.slice(1).map((cylinder, i): [number, number] => [at(head[i]), at(cylinder)]))
    .filter(([a, b]) => a >= 0 && b >= 0)
}

function problemOf(input: MatchLinersInput, shims: { thicknessMm: number; count: number }[]): MatchProblem {
  const { spec, otherMm } = input
  const bores = input.bores.map((bore) =>
    input.liners.flatMap((liner, index) => {
      if (liner.onlyCylinder !== undefined && liner.onlyCylinder !== bore.cylinder) return []
      const { tiltMm } = leastLean(bore, liner, input.rotationsDeg)
      const offered = liner.noShim ? [] : shims
      return [0, ...offered.map((s) => s.thicknessMm)].map((thickness, i): MatchOption => {
        const centreMm = otherMm + liner.flangeMm + thickness - bore.depthMm
        const window = i > 0 ? (input.shimmed ?? spec) : spec
        const targetMm = i > 0 ? (input.shimmed?.targetMm ?? input.targetMm) : input.targetMm
        const out =
          centreMm - tiltMm / 2 < window.minMm - SLACK_MM ||
          centreMm + tiltMm / 2 > window.maxMm + SLACK_MM ||
          tiltMm > spec.withinLinerMaxMm + SLACK_MM
        return { liner: index, shim: i - 1, centreMm, offMm: Math.abs(centreMm - targetMm), out }
      })
    }),
  )
  return { bores, neighbours: neighboursOf(input), liners: input.liners.length, shimCounts: shims.map((s) => s.count) }
}

/** Shims of one thickness counted together, the thinnest first. */
function shimSizes(shims: readonly { thicknessMm: number; count: number }[]): { thicknessMm: number; count: number }[] {
  const counts = new Map<number, number>()
  for (const s of shims) counts.set(s.thicknessMm, (counts.get(s.thicknessMm) ?? 0) + s.count)
  return [...counts]
    .filter(([, count]) => count > 0)
    .map(([thicknessMm, count]) => ({ thicknessMm, count }))
    .sort((a, b) => a.thicknessMm - b.thicknessMm)
}

const LONG_PROOF: ProofLimits = { seconds: 60 }
/** Costs in microns: the solver's own tolerances are then far below anything that can be measured. */
const MICRON = 1000

class TooFewLiners extends CalcError {
  constructor(input: MatchLinersInput) {
    super('too-few-liners', {
      says: input.liners.length < input.bores.length ? 'too-few-liners' : 'bore-without-liner',
      figures: { bores: input.bores.length, liners: input.liners.length },
    })
  }
}

/**
 * Which liner, turned how, with which shim, in which bore: first the fewest bores outside,
 * of those the smallest worst step between neighbours under one head, of those the smallest
 * sum of distances from the target. Exact: the answer is proven unless it might go no further.
 *
 * A good beginning by annealing, then three levels, each a linear program in whole numbers.
 * The smallest worst step is found in the list of all steps that can occur.
 *
 * Lengths mm, angles degrees. At most one shim a bore.
 *
 * @throws CalcError `too-few-liners` where some bore stays without a liner
 */
export async function matchLiners(input: MatchLinersInput, watch: MatchWatch = {}): Promise<LinerMatch> {
  if (input.liners.length < input.bores.length) throw new TooFewLiners(input)
  const shims = shimSizes(input.shims)
  const whole = problemOf(input, shims)
  const proof = watch.proof ?? LONG_PROOF
  const deviationMm = (o: MatchOption) => o.offMm
  const countOut = (choice: MatchOption[]) => choice.filter((o) => o.out).length
  const worstStepMm = (choice: MatchOption[]) =>
    whole.neighbours.reduce((worst, [a, b]) => Math.max(worst, Math.abs(choice[a]!.centreMm - choice[b]!.centreMm)), 0)

  const tell = (choice: MatchOption[], proven: boolean, bound?: LinerMatch['bound']): LinerMatch => ({
    assignment: choice.map((option, i): MatchedBore => {
      const bore = input.bores[i]!
      const liner = input.liners[option.liner]!
      return {
        cylinder: bore.cylinder,
        linerId: liner.id,
        shimMm: shims[option.shim]?.thicknessMm ?? 0,
        centreMm: option.centreMm,
        ...leastLean(bore, liner, input.rotationsDeg),
      }
    }),
    objective: {
      outOfSpec: countOut(choice),
      worstStepMm: worstStepMm(choice),
      deviationMm: choice.reduce((sum, o) => sum + deviationMm(o), 0),
    },
    proven,
    ...(bound ? { bound } : {}),
  })

  const solve = async (
    problem: MatchProblem,
    costOf: (o: MatchOption) => number,
    mostOut: number | null,
    stepMm: number | null,
  ) => {
    const { milp, options, boreOf } = matchMilp(problem, costOf, mostOut, stepMm)
    const answer = await solveMilp(milp, proof)
    if (!answer.values) return { ...answer, choice: null }
    const choice: MatchOption[] = []
    options.forEach((o, i) => {
      if (answer.values![i]! > 0.5) choice[boreOf[i]!] = o
    })
    return { ...answer, choice }
  }

  const started = startMatch(whole)
  if (!started) throw new TooFewLiners(input)
  let best = started
  if (countOut(best) > 0) {
    watch.onBetter?.(tell(best, false, { level: 'outOfSpec', value: 0 }))
    const loose = await solve(whole, (o) => (o.out ? 1 : 0), null, null)
    if (loose.choice && countOut(loose.choice) < countOut(best)) best = loose.choice
    if (loose.status !== 'optimal')
      return tell(best, false, { level: 'outOfSpec', value: Math.max(0, Math.ceil(loose.bound - 1e-6)) })
  }
  const mostOut = countOut(best)
  watch.onBetter?.(tell(best, false, { level: 'worstStepMm', value: 0 }))

  // Where all can be inside, what is outside need not be looked at again.
  const problem: MatchProblem =
    mostOut > 0 ? whole : { ...whole, bores: whole.bores.map((own) => own.filter((o) => !o.out)) }
  const steps = possibleSteps(problem, worstStepMm(best) + 2 * SLACK_MM)
  const reachOf = (stepMm: number) => steps.findIndex((s) => s >= stepMm - 2 * SLACK_MM)
  let low = -1
  let first = true
  for (let high = reachOf(worstStepMm(best)); high - low > 1;) {
    // The beginning is often the best there is: just below it is looked at first, then by halves.
    const middle = first ? high - 1 : Math.floor((low + high) / 2)
    first = false
    const found = await solve(problem, () => 0, mostOut, steps[middle]!)
    if (found.choice) {
      best = found.choice
      high = Math.min(middle, reachOf(worstStepMm(best)))
      watch.onBetter?.(tell(best, false, { level: 'worstStepMm', value: steps[low + 1]! }))
    } else if (found.status === 'infeasible') low = middle
    else return tell(best, false, { level: 'worstStepMm', value: steps[low + 1]! })
  }

  const last = await solve(problem, (o) => deviationMm(o) * MICRON, mostOut, worstStepMm(best))
  if (last.choice) best = last.choice
  if (last.status !== 'optimal')
    return tell(best, false, { level: 'deviationMm', value: Math.max(0, last.bound / MICRON) })
  return tell(best, true)
}

export const matchLinersCalculation = defineCalculation(
  'match-liners',
  'Which liner, turned how, with which shim, in which bore, so that the deck is evenest; exact.',
  matchLinersInput,
  (input) => matchLiners(input),
)
