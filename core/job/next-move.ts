import { z } from 'zod'
import { defineCalculation } from '../define'
import { planCut, type CutPlan } from '../liner/plan-cut'
import { distinctStations, fitPlane } from '../measure/fit-plane'
import { judgeProtrusion, linerMeanUncertaintyMm, type ProtrusionJudgement, type StepJudgement } from '../measure/judge-protrusion'
import { combinedUncertaintyMm, meanUncertaintyMm, readingsToDecide } from '../measure/uncertainty'
import { judgeLower, judgeUpper } from '../measure/verdict'
import { angleDeg, cylinderNumber, headList, lengthFromZeroMm, lengthMm, reading, refuseTwice, SLACK_MM, thicknessMm } from '../schema'
import { measuredStages } from './stages'

const cylinderInput = z.strictObject({
  cylinder: cylinderNumber,
  /** One value a station, the mean of what was read there; of the present stack only. */
  readings: z.array(reading.extend({ repeats: z.int().min(1).max(1000) })).max(100),
  /** Expanded uncertainty of one reading, mm; a station's value has it over the root of its repeats. */
  uncertaintyMm: lengthFromZeroMm,
  set: z.enum(['none', 'open', 'closed']),
  zeroMoved: z.boolean(),
  /** A cut or a shim since the last set, and the protrusion it should have left. */
  changed: z.strictObject({ kind: z.enum(['cut', 'shim', 'shim-out']), expectMm: lengthMm }).nullable(),
  shimInMm: lengthFromZeroMm,
  depthMm: lengthFromZeroMm.nullable(),
  frettingMm: lengthFromZeroMm,
})
export type MoveCylinder = z.infer<typeof cylinderInput>

export const nextMoveInput = z
  .strictObject({
    stage: z.enum(measuredStages),
    closed: z.boolean(),
    /** The cylinder in hand; null lets the core pick. */
    selected: cylinderNumber.nullable(),
    /** A gauge is connected and streams. */
    gaugeLive: z.boolean(),
    heads: headList,
    stationsDeg: z.array(angleDeg).min(3),
    spec: z.strictObject({
      minMm: lengthMm,
      maxMm: lengthMm,
      aimMm: lengthMm,
      withinLinerMaxMm: lengthFromZeroMm,
      adjacentMaxMm: lengthFromZeroMm.nullable(),
      headRangeMaxMm: lengthFromZeroMm.nullable(),
      maxLedgeDepthMm: lengthFromZeroMm.nullable(),
      holdDownNm: z.number().min(0).nullable(),
    }),
    shop: z.strictObject({
      shimStockMm: z.array(thicknessMm).max(1000),
      leavesMm: z.array(thicknessMm).min(1).max(60),
      maxLeavesPerPack: z.int().min(1).max(6),
      maxPassMm: thicknessMm,
      finishMm: lengthFromZeroMm,
      cutterBiasMm: lengthMm,
      cleanupMm: lengthFromZeroMm,
    }),
    cylinders: z.array(cylinderInput).min(1).max(99),
  })
  .superRefine((input, context) => {
    const numbers = input.cylinders.map((c) => c.cylinder)
    refuseTwice(numbers, context, (i) => ['cylinders', i, 'cylinder'], (n) => `cylinder ${n} is given twice`)
    if (input.selected !== null && !numbers.includes(input.selected)) {
      context.addIssue({ code: 'custom', message: `cylinder ${input.selected} is not on this engine`, path: ['selected'] })
    }
  })
export type NextMoveInput = z.infer<typeof nextMoveInput>

export type MoveAction =
  | 'measure' | 'close-zero' | 'repeat' | 'decide' | 'shim' | 'shim-out' | 'cut' | 'blocked'
  | 'next-cylinder' | 'close-stage' | 'back-to-trial' | 'done'

export type MoveReason =
  | 'first' | 'continue' | 'after-cut' | 'after-shim' | 'after-shim-out' | 'zero-moved' | 'rough-readings' | 'baseline' | 'zero-unchecked'
  | 'leans' | 'fretted' | 'low' | 'high' | 'stepped' | 'head-range' | 'on-the-line' | 'too-close'
  | 'past-max-depth' | 'no-shim-thick-enough' | 'no-leaf-thin-enough' | 'inside' | 'all-inside' | 'closed' | 'outside'

export type MoveCaution = 'clamp' | 'chips' | 'chamfer' | 'lead-decides' | 'machine-shop' | 'seals-out'

/** The next physical action with what it needs to be said: codes and figures, no words. Lengths mm. */
export interface NextMove {
  action: MoveAction
  cylinder: number | null
  stationDeg: number | null
  reason: MoveReason
  caution: MoveCaution | null
  figures: {
    leavesMm?: number[]
    packMm?: number
    passKind?: 'rough' | 'finish'
    passesLeft?: number
    expectMm?: number
    endMm?: number
    shimMm?: number
    shimOutMm?: number
    tiltMm?: number
    highAtDeg?: number | null
    cleanCutMm?: number
    frettingMm?: number
    depthMm?: number
    limitMm?: number
    valueMm?: number
    uncertaintyMm?: number
    more?: number
    stepMm?: number
    neighbour?: number
    holdDownNm?: number | null
    stationNumber?: number
    stationCount?: number
    rangeMm?: number
  }
}

const stationU = (c: MoveCylinder, r: MoveCylinder['readings'][number]) => meanUncertaintyMm(c.uncertaintyMm, r.repeats)
const judgeable = (c: MoveCylinder) => c.readings.map((r) => ({ ...r, uncertaintyMm: stationU(c, r) }))
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length
const meanOf = (c: MoveCylinder) => mean(c.readings.map((r) => r.valueMm))

function move(action: MoveAction, cylinder: number | null, reason: MoveReason, rest: Partial<NextMove> = {}): NextMove {
  return { action, cylinder, stationDeg: null, reason, caution: null, figures: {}, ...rest }
}

/** The measuring that a cylinder still asks for; null where it is done. */
function measuring(input: NextMoveInput, c: MoveCylinder): NextMove | null {
  const read = new Set(c.readings.map((r) => r.angleDeg))
  const open = c.changed || c.zeroMoved ? input.stationsDeg : input.stationsDeg.filter((angle) => !read.has(angle))
  if (open.length > 0) {
    const reason: MoveReason = c.changed
      ? (`after-${c.changed.kind}` as const)
      : c.zeroMoved ? 'zero-moved' : c.readings.length === 0 ? 'first' : 'continue'
    const stationDeg = open[0]!
    return move('measure', c.cylinder, reason, {
      stationDeg,
      caution: open.length === input.stationsDeg.length ? 'clamp' : null,
      figures: {
        stationNumber: input.stationsDeg.indexOf(stationDeg) + 1,
        stationCount: input.stationsDeg.length,
        holdDownNm: input.spec.holdDownNm,
        ...(c.changed ? { expectMm: c.changed.expectMm } : {}),
      },
    })
  }
  return null
}

/** Ends a set that is read to its end: the gauge goes back to the deck. */
function ending(input: NextMoveInput, c: MoveCylinder): NextMove | null {
  return c.set === 'open' && input.gaugeLive ? move('close-zero', c.cylinder, 'zero-unchecked') : null
}

interface Window {
  minMm: number
  maxMm: number
}

/** Plans a cut or shim for a liner so that it comes to lie inside a window, from its height without a shim. */
function planInto(input: NextMoveInput, c: MoveCylinder, window: Window): CutPlan {
  const { shop, spec } = input
  const bare = c.readings.map((r) => ({ angleDeg: r.angleDeg, valueMm: r.valueMm - c.shimInMm }))
  return planCut({
    readings: bare,
    targetMm: Math.min(window.maxMm, Math.max(window.minMm, spec.aimMm)),
    spec: { ...window, withinLinerMaxMm: spec.withinLinerMaxMm },
    frettingMm: c.frettingMm,
    cleanupMm: shop.cleanupMm,
    shimStockMm: c.shimInMm > 0 ? [...shop.shimStockMm, c.shimInMm] : shop.shimStockMm,
    leavesMm: shop.leavesMm,
    maxLeavesPerPack: shop.maxLeavesPerPack,
    finishMm: shop.finishMm,
    maxPassMm: shop.maxPassMm,
    cutterBiasMm: shop.cutterBiasMm,
    ...(c.depthMm !== null && spec.maxLedgeDepthMm !== null ? { depthMm: c.depthMm, maxDepthMm: spec.maxLedgeDepthMm } : {}),
  })
}

/** A plan told as the one thing to do now. */
function planned(input: NextMoveInput, c: MoveCylinder, plan: CutPlan, reason: MoveReason, figures: NextMove['figures']): NextMove {
  const lean = { tiltMm: plan.fit.tiltMm, highAtDeg: plan.fit.highAtDeg, cleanCutMm: plan.cleanCutMm, frettingMm: c.frettingMm }
  const out = c.shimInMm > 0 ? { shimOutMm: c.shimInMm } : {}
  const all = { ...lean, ...out, ...figures }
  if (plan.action === 'blocked') {
    const depth = { depthMm: c.depthMm ?? 0, limitMm: input.spec.maxLedgeDepthMm ?? 0 }
    return move('blocked', c.cylinder, plan.reasons[0] ?? reason, { caution: 'machine-shop', figures: { ...all, ...depth } })
  }
  if (plan.action === 'shim') {
    const shim = { ...all, shimMm: plan.shimMm, expectMm: plan.expectMm, endMm: plan.expectMm }
    return move('shim', c.cylinder, reason, { caution: 'chamfer', figures: shim })
  }
  if (plan.action === 'none') {
    return move('shim-out', c.cylinder, reason, { figures: { ...all, expectMm: plan.expectMm, endMm: plan.expectMm } })
  }
  const pass = plan.passes[0]
  if (!pass) return move('blocked', c.cylinder, 'no-leaf-thin-enough', { caution: 'lead-decides', figures: { ...all, packMm: plan.leftoverMm } })
  return move('cut', c.cylinder, reason, {
    caution: 'chips',
    figures: {
      ...all,
      leavesMm: pass.leavesMm,
      packMm: pass.packMm,
      passKind: pass.kind,
      passesLeft: plan.passes.length,
      expectMm: pass.expectTrialMm,
      endMm: plan.expectMm,
      ...(plan.shimMm > 0 ? { shimMm: plan.shimMm } : {}),
    },
  })
}

/** Why a liner that is not inside by itself must be corrected. */
function ownReason(input: NextMoveInput, c: MoveCylinder, tiltMm: number): MoveReason {
  if (c.frettingMm > 0) return 'fretted'
  if (tiltMm > input.spec.withinLinerMaxMm + SLACK_MM) return 'leans'
  return Math.min(...c.readings.map((r) => r.valueMm)) < input.spec.minMm - SLACK_MM ? 'low' : 'high'
}

/** What a single liner asks for by its own readings; null where it is inside. */
function ownCorrection(input: NextMoveInput, c: MoveCylinder, judgement: ProtrusionJudgement): NextMove | null {
  const { spec } = input
  const verdicts = judgement.liners.find((l) => l.cylinder === c.cylinder)?.verdicts
  if (!verdicts) return null
  if (distinctStations(c.readings) < 3) return null
  const { tiltMm } = fitPlane(c.readings, 1)
  const out = Object.values(verdicts).includes('out')
  if (out || c.frettingMm > 0) {
    const plan = planInto(input, c, spec)
    const already = plan.action === 'none' ? c.shimInMm === 0 : plan.action === 'shim' && Math.abs(plan.shimMm - c.shimInMm) <= SLACK_MM
    if (!already) return planned(input, c, plan, ownReason(input, c, tiltMm), {})
    // The plane is inside, yet the readings scatter more than one liner may: the measuring is at fault.
    const values = c.readings.map((r) => r.valueMm)
    return move('measure', c.cylinder, 'rough-readings', {
      stationDeg: input.stationsDeg[0]!,
      caution: 'clamp',
      figures: { rangeMm: Math.max(...values) - Math.min(...values), limitMm: spec.withinLinerMaxMm, holdDownNm: spec.holdDownNm,
        stationNumber: 1, stationCount: input.stationsDeg.length },
    })
  }
  return Object.values(verdicts).includes('unsure') ? onTheLine(input, c, verdicts) : null
}

/** A reading that lies on its limit: repeat it, or let a person decide on a correction. */
function onTheLine(input: NextMoveInput, c: MoveCylinder, verdicts: { low: string; high: string; evenness: string }): NextMove {
  const { spec } = input
  const byHeight = [...c.readings].sort((x, y) => x.valueMm - y.valueMm)
  const [low, high] = [byHeight[0]!, byHeight.at(-1)!]
  const evenness = verdicts.low === 'in' && verdicts.high === 'in'
  const [limitMm, judge] = verdicts.low === 'unsure' ? [spec.minMm, judgeLower] as const : [spec.maxMm, judgeUpper] as const
  const doubtful = byHeight.filter((r) => judge(r.valueMm, limitMm, stationU(c, r)) === 'unsure')
  // Of several on the line the one that lies nearest to it decides; of a spread, the end that is known worse.
  const nearest = doubtful.sort((x, y) => Math.abs(x.valueMm - limitMm) - Math.abs(y.valueMm - limitMm))[0] ?? high
  const at = evenness ? (low.repeats < high.repeats ? low : high) : nearest
  const figures = evenness
    ? { valueMm: high.valueMm - low.valueMm, limitMm: spec.withinLinerMaxMm, uncertaintyMm: combinedUncertaintyMm(stationU(c, low), stationU(c, high)) }
    : { valueMm: at.valueMm, limitMm, uncertaintyMm: stationU(c, at) }
  const single = evenness ? combinedUncertaintyMm(c.uncertaintyMm, c.uncertaintyMm) : c.uncertaintyMm
  const needed = readingsToDecide(figures.valueMm - figures.limitMm, single)
  if (needed !== null && needed > at.repeats) {
    return move('repeat', c.cylinder, 'on-the-line', { stationDeg: at.angleDeg, figures: { ...figures, more: needed - at.repeats } })
  }
  const guard = Math.min(c.uncertaintyMm, (spec.maxMm - spec.minMm) / 2)
  const plan = planInto(input, c, { minMm: spec.minMm + guard, maxMm: spec.maxMm - guard })
  const correction = plan.action === 'none' || plan.action === 'blocked' ? {} : planned(input, c, plan, 'too-close', {}).figures
  return move('decide', c.cylinder, 'too-close', { stationDeg: at.angleDeg, caution: 'lead-decides', figures: { ...correction, ...figures } })
}

/** The window that its neighbours and its head leave to a liner. */
function windowAmong(input: NextMoveInput, c: MoveCylinder): Window {
  const { spec } = input
  const head = input.heads.find((h) => h.includes(c.cylinder)) ?? []
  const place = head.indexOf(c.cylinder)
  let { minMm, maxMm } = spec
  for (const other of input.cylinders) {
    const at = head.indexOf(other.cylinder)
    if (other.cylinder === c.cylinder || at < 0 || other.readings.length === 0 || other.changed) continue
    const reach = [spec.headRangeMaxMm ?? Infinity, Math.abs(at - place) === 1 ? (spec.adjacentMaxMm ?? Infinity) : Infinity]
    const u = combinedUncertaintyMm(linerMeanUncertaintyMm(judgeable(c), 0), linerMeanUncertaintyMm(judgeable(other), 0))
    const span = Math.max(0, Math.min(...reach) - u)
    minMm = Math.max(minMm, meanOf(other) - span)
    maxMm = Math.min(maxMm, meanOf(other) + span)
  }
  return { minMm, maxMm }
}

/** Corrects one of the liners of a step or head that is out: the one farther from the aim, if it can be done. */
function correctAmong(input: NextMoveInput, cylinders: number[], reason: MoveReason, figures: NextMove['figures']): NextMove {
  const byDistance = input.cylinders
    .filter((c) => cylinders.includes(c.cylinder))
    .sort((a, b) => Math.abs(meanOf(b) - input.spec.aimMm) - Math.abs(meanOf(a) - input.spec.aimMm))
  let blocked: NextMove | null = null
  for (const c of byDistance) {
    const window = windowAmong(input, c)
    if (window.minMm > window.maxMm) continue
    const plan = planInto(input, c, window)
    const idle = plan.action === 'none' && c.shimInMm === 0
    if (idle) continue
    const found = planned(input, c, plan, reason, figures)
    if (found.action !== 'blocked') return found
    blocked ??= found
  }
  return blocked ?? move('decide', byDistance[0]!.cylinder, reason, { caution: 'lead-decides', figures })
}

/** A step or a head range that is out while every liner by itself is inside. */
function deckCorrection(input: NextMoveInput, judgement: ProtrusionJudgement): NextMove | null {
  const worstStep = (verdict: string): StepJudgement | undefined =>
    judgement.adjacent.filter((s) => s.verdict === verdict).sort((x, y) => Math.abs(y.differenceMm) - Math.abs(x.differenceMm))[0]
  const out = worstStep('out')
  if (out) {
    const figures = { stepMm: Math.abs(out.differenceMm), limitMm: input.spec.adjacentMaxMm ?? 0 }
    const found = correctAmong(input, [out.a, out.b], 'stepped', figures)
    return { ...found, figures: { ...found.figures, neighbour: found.cylinder === out.a ? out.b : out.a } }
  }
  const head = judgement.heads.find((h) => h.verdict === 'out')
  if (head) return correctAmong(input, head.cylinders, 'head-range', { rangeMm: head.rangeMm, limitMm: input.spec.headRangeMaxMm ?? 0 })
  const unsure = worstStep('unsure')
  const unsureHead = judgement.heads.find((h) => h.verdict === 'unsure')
  if (!unsure && !unsureHead) return null
  const figures = unsure
    ? { valueMm: Math.abs(unsure.differenceMm), limitMm: input.spec.adjacentMaxMm ?? 0, neighbour: unsure.b }
    : { valueMm: unsureHead!.rangeMm, limitMm: input.spec.headRangeMaxMm ?? 0 }
  return move('decide', unsure ? unsure.a : unsureHead!.cylinders[0]!, unsure ? 'stepped' : 'head-range', { caution: 'lead-decides', figures })
}

/** Cylinders from the one in hand onward, round the engine. */
function inTurn(input: NextMoveInput): MoveCylinder[] {
  const order = input.heads.flat().flatMap((n) => input.cylinders.find((c) => c.cylinder === n) ?? [])
  const start = Math.max(0, order.findIndex((c) => c.cylinder === input.selected))
  return [...order.slice(start), ...order.slice(0, start)]
}

/**
 * The one next physical action of a measured stage.
 *
 * The cylinder in hand comes first: finish measuring it, then correct it. Then the
 * others in turn. Steps and head ranges are corrected once every liner is measured
 * and inside by itself. Where nothing is left, the stage can be closed.
 *
 * @returns codes and figures (mm, degrees, N·m); the message files make the sentence
 */
export function nextMove(input: NextMoveInput): NextMove {
  if (input.closed) return move('done', null, 'closed')
  const turn = inTurn(input)
  const judgement = judgeProtrusion(
    input.spec,
    input.heads,
    input.cylinders.filter((c) => !c.changed).map((c) => ({ cylinder: c.cylinder, readings: judgeable(c) })),
    0,
  )
  const wants = (c: MoveCylinder) => {
    const correction = input.stage === 'trial-fit' && !c.changed ? ownCorrection(input, c, judgement) : null
    // Readings are repeated within their set, before its zero is taken.
    const repeat = correction?.action === 'repeat' ? correction : null
    return measuring(input, c) ?? repeat ?? ending(input, c) ?? correction
  }
  // In hand first; after it, what was changed and waits for its measurement, before anything new is begun.
  const [inHand, ...others] = turn
  if (inHand) {
    const own = wants(inHand)
    if (own) return own
  }
  const waiting = [...others.filter((c) => c.changed), ...others.filter((c) => !c.changed)].find((c) => wants(c) !== null)
  if (waiting) return move('next-cylinder', waiting.cylinder, 'inside', { figures: inHand ? { neighbour: inHand.cylinder } : {} })
  if (input.stage === 'as-found') return move('close-stage', null, 'baseline')
  if (input.stage === 'final-check') {
    const bad = judgement.liners.find((l) => Object.values(l.verdicts).some((v) => v !== 'in'))
    const step = judgement.adjacent.find((s) => s.verdict !== 'in')
    const head = judgement.heads.find((h) => h.verdict !== 'in')
    const cylinder = bad?.cylinder ?? step?.a ?? head?.cylinders[0]
    if (cylinder !== undefined) {
      const reason = judgement.overall === 'out' ? 'outside' : 'on-the-line'
      return move(reason === 'outside' ? 'back-to-trial' : 'decide', cylinder, reason, { caution: reason === 'outside' ? 'seals-out' : 'lead-decides' })
    }
    return move('close-stage', null, 'all-inside')
  }
  return deckCorrection(input, judgement) ?? move('close-stage', null, 'all-inside')
}

export const nextMoveCalculation = defineCalculation(
  'next-move',
  'The next physical action on a deck, with its figures, its reason and its caution.',
  nextMoveInput,
  nextMove,
)
