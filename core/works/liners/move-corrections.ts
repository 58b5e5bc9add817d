import { mean } from '../../measure/mean'
import { planCut, type CutPlan } from '../../liner/plan-cut'
import { distinctStations, fitPlane } from '../../measure/fit-plane'
import { linerMeanUncertaintyMm, type ProtrusionJudgement, type StepJudgement } from '../../measure/judge-protrusion'
import { combinedUncertaintyMm, meanUncertaintyMm, readingsToDecide } from '../../measure/uncertainty'
import { judgeLower, judgeUpper, type Verdict } from '../../measure/verdict'
import { SLACK_MM } from '../../schema'
import { clampCaution } from '../../job/move'
import type { MeasuredStage } from '../../job/stages'
import type { DeckFigures, MoveAction, MoveCylinder, MoveReason, NextMove, NextMoveInput } from './deck-move-input'

const stationU = (c: MoveCylinder, r: MoveCylinder['readings'][number]) => meanUncertaintyMm(c.uncertaintyMm, r.repeats)
/** A liner's readings with the uncertainty that their repeats leave. */
export const judgeable = (c: MoveCylinder) => c.readings.map((r) => ({ ...r, uncertaintyMm: stationU(c, r) }))
const meanOf = (c: MoveCylinder) => mean(c.readings.map((r) => r.valueMm))

/** Which of its sentences says an action. */
function headOf(action: MoveAction, f: DeckFigures): string {
  if (action === 'cut') return `cut-${f.passKind ?? 'finish'}${f.shimOutMm ? '-shim-out' : ''}`
  if (action === 'shim') return f.shimOutMm ? 'shim-swap' : 'shim'
  if (action === 'decide' && (f.leavesMm || f.shimMm)) return f.leavesMm ? 'decide-cut' : 'decide-shim'
  return action
}

type MoveRest = Partial<Omit<NextMove, 'figures'>> & { figures?: DeckFigures }

/** A move with nothing in it but what is given; which sentence says it follows from its figures. */
export function move(
  stage: MeasuredStage,
  action: MoveAction,
  cylinder: number | null,
  reason: MoveReason,
  rest: MoveRest = {},
): NextMove {
  const figures = rest.figures ?? {}
  return {
    stage,
    words: 'deck',
    action,
    reason,
    cylinder,
    place: null,
    stationDeg: null,
    button: action === 'blocked' ? null : action === 'measure' && reason === 'zero-moved' ? 'repeat-anew' : action,
    ...rest,
    head: headOf(action, figures),
    caution: rest.caution === 'clamp' ? clampCaution(figures.holdDownNm ?? null) : (rest.caution ?? null),
    figures: { ...figures },
  }
}

/** A move with other figures or another action than it had: said by the sentence that belongs to them. */
export const restated = (m: NextMove, rest: MoveRest & { action?: MoveAction }): NextMove =>
  move(m.stage as MeasuredStage, rest.action ?? m.action, m.cylinder, m.reason, {
    stationDeg: m.stationDeg,
    caution: m.caution,
    figures: m.figures,
    ...rest,
  })

interface Window {
  minMm: number
  maxMm: number
}

interface AimedWindow extends Window {
  aimMm: number
}

/** The window with a shim under the flange. */
const windowShimmed = ({ spec }: NextMoveInput): AimedWindow =>
  spec.shimmed ? { ...spec.shimmed, aimMm: spec.shimmed.targetMm } : spec
/** The window that counts by what lies under a liner now. */
export function windowNow(input: NextMoveInput, c: MoveCylinder): AimedWindow {
  const { minMm, maxMm, aimMm } = c.shimInMm > 0 ? windowShimmed(input) : input.spec
  return { minMm, maxMm, aimMm }
}

/** Which window counts with this under the flange, for a move to say; nothing where the sheet has one for all. */
function windowTold(input: NextMoveInput, shimmed: boolean): DeckFigures {
  if (!input.spec.shimmed) return {}
  const { minMm, maxMm } = shimmed ? windowShimmed(input) : input.spec
  return { window: shimmed ? 'shimmed' : 'bare', windowMinMm: minMm, windowMaxMm: maxMm }
}

const within = (valueMm: number, { minMm, maxMm }: Window) => Math.min(maxMm, Math.max(minMm, valueMm))

/**
 * Plans a cut or shim for a liner so that it comes to lie inside its window, from its height without a shim.
 *
 * @param narrow makes a window of the sheet narrower; where nothing is left of the one with a shim, none is fitted
 */
function planInto(input: NextMoveInput, c: MoveCylinder, narrow: (window: Window) => Window = (w) => w): CutPlan {
  const { shop, spec } = input
  const bare = c.readings.map((r) => ({ angleDeg: r.angleDeg, valueMm: r.valueMm - c.shimInMm }))
  const window = narrow({ minMm: spec.minMm, maxMm: spec.maxMm })
  const aimed = windowShimmed(input)
  const shimmed = narrow({ minMm: aimed.minMm, maxMm: aimed.maxMm })
  const mayShim = !c.noShim && shimmed.minMm <= shimmed.maxMm
  const stock = c.shimInMm > 0 ? [...shop.shimStockMm, c.shimInMm] : shop.shimStockMm
  return planCut({
    readings: bare,
    targetMm: within(spec.aimMm, window),
    spec: { ...window, withinLinerMaxMm: spec.withinLinerMaxMm },
    shimmed: spec.shimmed && mayShim ? { ...shimmed, targetMm: within(aimed.aimMm, shimmed) } : null,
    frettingMm: c.frettingMm,
    cleanupMm: shop.cleanupMm,
    shimStockMm: mayShim ? stock : [],
    leavesMm: shop.leavesMm,
    maxLeavesPerPack: shop.maxLeavesPerPack,
    finishMm: shop.finishMm,
    maxPassMm: shop.maxPassMm,
    cutterBiasMm: shop.cutterBiasMm,
    ...(c.depthMm !== null && spec.maxLedgeDepthMm !== null
      ? { depthMm: c.depthMm, maxDepthMm: spec.maxLedgeDepthMm }
      : {}),
  })
}

/** A plan told as the one thing to do now. */
function planned(
  input: NextMoveInput,
  c: MoveCylinder,
  plan: CutPlan,
  reason: MoveReason,
  figures: DeckFigures,
): NextMove {
  const lean = {
    tiltMm: plan.fit.tiltMm,
    highAtDeg: plan.fit.highAtDeg,
    cleanCutMm: plan.cleanCutMm,
    frettingMm: c.frettingMm,
  }
  const out = c.shimInMm > 0 ? { shimOutMm: c.shimInMm } : {}
  const all = { ...lean, ...out, ...windowTold(input, plan.shimMm > 0), ...figures }
  if (plan.action === 'blocked') {
    const depth = { depthMm: c.depthMm ?? 0, limitMm: input.spec.maxLedgeDepthMm ?? 0 }
    return move(input.stage, 'blocked', c.cylinder, plan.reasons[0] ?? reason, {
      caution: 'machine-shop',
      figures: { ...all, ...depth },
    })
  }
  if (plan.action === 'shim') {
    const shim = { ...all, shimMm: plan.shimMm, expectMm: plan.expectMm, endMm: plan.expectMm }
    return move(input.stage, 'shim', c.cylinder, reason, { caution: 'chamfer', figures: shim })
  }
  if (plan.action === 'none') {
    return move(input.stage, 'shim-out', c.cylinder, reason, {
      figures: { ...all, expectMm: plan.expectMm, endMm: plan.expectMm },
    })
  }
  const pass = plan.passes[0]
  if (!pass)
    return move(input.stage, 'blocked', c.cylinder, 'no-leaf-thin-enough', {
      caution: 'lead-decides',
      figures: { ...all, packMm: plan.leftoverMm },
    })
  return move(input.stage, 'cut', c.cylinder, reason, {
    caution: 'chips',
    figures: {
      ...all,
      leavesMm: pass.leavesMm,
      packMm: pass.packMm,
      passKind: pass.kind,
      passes: plan.passes.map(({ kind, packMm }) => ({ kind, packMm })),
      totalCutMm: plan.totalCutMm,
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
  return Math.min(...c.readings.map((r) => r.valueMm)) < windowNow(input, c).minMm - SLACK_MM ? 'low' : 'high'
}

/** What a single liner asks for by its own readings; null where it is inside. */
export function ownCorrection(input: NextMoveInput, c: MoveCylinder, judgement: ProtrusionJudgement): NextMove | null {
  const { spec } = input
  const verdicts = judgement.liners.find((l) => l.cylinder === c.cylinder)?.verdicts
  if (!verdicts) return null
  if (distinctStations(c.readings) < 3) return null
  const { tiltMm } = fitPlane(c.readings, 1)
  const out = Object.values(verdicts).includes('out')
  if (out || c.frettingMm > 0) {
    const plan = planInto(input, c)
    const already =
      plan.action === 'none'
        ? c.shimInMm === 0
        : plan.action === 'shim' && Math.abs(plan.shimMm - c.shimInMm) <= SLACK_MM
    if (!already) return planned(input, c, plan, ownReason(input, c, tiltMm), {})
    // The plane is inside, yet the readings scatter more than one liner may: the measuring is at fault.
    const values = c.readings.map((r) => r.valueMm)
    return move(input.stage, 'measure', c.cylinder, 'rough-readings', {
      stationDeg: input.stationsDeg[0]!,
      caution: 'clamp',
      figures: {
        rangeMm: Math.max(...values) - Math.min(...values),
        limitMm: spec.withinLinerMaxMm,
        holdDownNm: spec.holdDownNm,
        stationNumber: 1,
        stationCount: input.stationsDeg.length,
      },
    })
  }
  return Object.values(verdicts).includes('unsure') ? onTheLine(input, c, verdicts) : null
}

/**
 * A liner on the line once its seals are in: read it again, or let a person decide; nothing is
 * cut or shimmed any more. Null where it is not on the line.
 */
export function finalDoubt(input: NextMoveInput, c: MoveCylinder, judgement: ProtrusionJudgement): NextMove | null {
  const verdicts = judgement.liners.find((l) => l.cylinder === c.cylinder)?.verdicts
  if (!verdicts || Object.values(verdicts).includes('out') || !Object.values(verdicts).includes('unsure')) return null
  const found = onTheLine(input, c, verdicts)
  if (found.action !== 'decide') return found
  const { valueMm, limitMm, uncertaintyMm } = found.figures
  return restated(found, {
    figures: {
      ...(valueMm === undefined ? {} : { valueMm }),
      ...(limitMm === undefined ? {} : { limitMm }),
      ...(uncertaintyMm === undefined ? {} : { uncertaintyMm }),
    },
  })
}

/**
 * The liner that must come out again at the final check, with the figure that says so and its
 * limit; null where nothing is outside. A liner outside by itself comes before a step or a head
 * range, and of those the liner farther from the aim is named.
 */
export function finalOutside(input: NextMoveInput, judgement: ProtrusionJudgement): NextMove | null {
  const { spec } = input
  const ofCylinder = (cylinder: number) => input.cylinders.find((c) => c.cylinder === cylinder)!
  const windowOf = (cylinder: number) => windowNow(input, ofCylinder(cylinder))
  const toldOf = (cylinder: number) => windowTold(input, ofCylinder(cylinder).shimInMm > 0)
  const send = (cylinder: number, reason: MoveReason, valueMm: number, limitMm: number, more: DeckFigures = {}) =>
    move(input.stage, 'back-to-trial', cylinder, reason, {
      caution: 'seals-out',
      figures: { valueMm, limitMm, ...toldOf(cylinder), ...more },
    })
  for (const l of judgement.liners) {
    const { minMm, maxMm } = windowOf(l.cylinder)
    if (l.verdicts.low === 'out') return send(l.cylinder, 'outside-low', l.minMm, minMm)
    if (l.verdicts.high === 'out') return send(l.cylinder, 'outside-high', l.maxMm, maxMm)
    if (l.verdicts.evenness === 'out') return send(l.cylinder, 'outside-spread', l.rangeMm, spec.withinLinerMaxMm)
  }
  const fromAim = (cylinder: number) => {
    const { aimMm } = windowOf(cylinder)
    return Math.abs((judgement.liners.find((l) => l.cylinder === cylinder)?.meanMm ?? aimMm) - aimMm)
  }
  const farthest = (cylinders: readonly number[]) => [...cylinders].sort((x, y) => fromAim(y) - fromAim(x))[0]!
  const step = worstStep(judgement, 'out')
  if (step && spec.adjacentMaxMm !== null) {
    const cylinder = farthest([step.a, step.b])
    return send(cylinder, 'outside-step', Math.abs(step.differenceMm), spec.adjacentMaxMm, {
      neighbour: cylinder === step.a ? step.b : step.a,
    })
  }
  const head = judgement.heads.find((h) => h.verdict === 'out')
  if (head && spec.headRangeMaxMm !== null)
    return send(farthest(head.cylinders), 'outside-head', head.rangeMm, spec.headRangeMaxMm)
  return null
}

/** The largest step of a verdict. */
function worstStep(judgement: ProtrusionJudgement, verdict: Verdict): StepJudgement | undefined {
  return judgement.adjacent
    .filter((s) => s.verdict === verdict)
    .sort((x, y) => Math.abs(y.differenceMm) - Math.abs(x.differenceMm))[0]
}

/** A reading that lies on its limit: repeat it, or let a person decide on a correction. */
function onTheLine(
  input: NextMoveInput,
  c: MoveCylinder,
  verdicts: { low: string; high: string; evenness: string },
): NextMove {
  const { spec } = input
  const now = windowNow(input, c)
  const byHeight = [...c.readings].sort((x, y) => x.valueMm - y.valueMm)
  const [low, high] = [byHeight[0]!, byHeight.at(-1)!]
  const evenness = verdicts.low === 'in' && verdicts.high === 'in'
  const [limitMm, judge] =
    verdicts.low === 'unsure' ? ([now.minMm, judgeLower] as const) : ([now.maxMm, judgeUpper] as const)
  const doubtful = byHeight.filter((r) => judge(r.valueMm, limitMm, stationU(c, r)) === 'unsure')
  // Of several on the line the one that lies nearest to it decides; of a spread, the end that is known worse.
  const nearest = doubtful.sort((x, y) => Math.abs(x.valueMm - limitMm) - Math.abs(y.valueMm - limitMm))[0] ?? high
  const at = evenness ? (low.repeats < high.repeats ? low : high) : nearest
  const figures = evenness
    ? {
        valueMm: high.valueMm - low.valueMm,
        limitMm: spec.withinLinerMaxMm,
        uncertaintyMm: combinedUncertaintyMm(stationU(c, low), stationU(c, high)),
      }
    : {
        valueMm: at.valueMm,
        limitMm,
        uncertaintyMm: stationU(c, at),
        ...windowTold(input, c.shimInMm > 0),
      }
  const single = evenness ? combinedUncertaintyMm(c.uncertaintyMm, c.uncertaintyMm) : c.uncertaintyMm
  const needed = readingsToDecide(figures.valueMm - figures.limitMm, single)
  if (needed !== null && needed > at.repeats) {
    // A set that is ended takes nothing more: then the liner is measured anew, and that station that often.
    const more = c.set === 'closed' ? needed : needed - at.repeats
    return move(input.stage, c.set === 'closed' ? 'repeat-anew' : 'repeat', c.cylinder, 'on-the-line', {
      stationDeg: at.angleDeg,
      figures: { ...figures, more },
    })
  }
  const plan = planInto(input, c, ({ minMm, maxMm }) => {
    const guard = Math.min(c.uncertaintyMm, (maxMm - minMm) / 2)
    return { minMm: minMm + guard, maxMm: maxMm - guard }
  })
  const correction =
    plan.action === 'none' || plan.action === 'blocked' ? {} : planned(input, c, plan, 'too-close', {}).figures
  return move(input.stage, 'decide', c.cylinder, 'too-close', {
    stationDeg: at.angleDeg,
    caution: 'lead-decides',
    figures: { ...correction, ...figures },
  })
}

/** What its neighbours and its head leave of a window to a liner. */
function windowAmong(input: NextMoveInput, c: MoveCylinder, window: Window): Window {
  const { spec } = input
  const head = input.heads.find((h) => h.includes(c.cylinder)) ?? []
  const place = head.indexOf(c.cylinder)
  let { minMm, maxMm } = window
  for (const other of input.cylinders) {
    const at = head.indexOf(other.cylinder)
    if (other.cylinder === c.cylinder || at < 0 || other.readings.length === 0 || other.changed) continue
    const reach = [
      spec.headRangeMaxMm ?? Infinity,
      Math.abs(at - place) === 1 ? (spec.adjacentMaxMm ?? Infinity) : Infinity,
    ]
    const u = combinedUncertaintyMm(
      linerMeanUncertaintyMm(judgeable(c), 0),
      linerMeanUncertaintyMm(judgeable(other), 0),
    )
    const span = Math.max(0, Math.min(...reach) - u)
    minMm = Math.max(minMm, meanOf(other) - span)
    maxMm = Math.min(maxMm, meanOf(other) + span)
  }
  return { minMm, maxMm }
}

/** Corrects one of the liners of a step or head that is out: the one farther from the aim, if it can be done. */
function correctAmong(input: NextMoveInput, cylinders: number[], reason: MoveReason, figures: DeckFigures): NextMove {
  const offAim = (c: MoveCylinder) => Math.abs(meanOf(c) - windowNow(input, c).aimMm)
  const byDistance = input.cylinders.filter((c) => cylinders.includes(c.cylinder)).sort((a, b) => offAim(b) - offAim(a))
  let blocked: NextMove | null = null
  for (const c of byDistance) {
    const bare = windowAmong(input, c, input.spec)
    if (bare.minMm > bare.maxMm) continue
    const plan = planInto(input, c, (w) => windowAmong(input, c, w))
    const idle = plan.action === 'none' && c.shimInMm === 0
    if (idle) continue
    const found = planned(input, c, plan, reason, figures)
    if (found.action !== 'blocked') return found
    blocked ??= found
  }
  return blocked ?? move(input.stage, 'decide', byDistance[0]!.cylinder, reason, { caution: 'lead-decides', figures })
}

/** A step or a head range that is out while every liner by itself is inside. */
export function deckCorrection(input: NextMoveInput, judgement: ProtrusionJudgement): NextMove | null {
  const out = worstStep(judgement, 'out')
  if (out) {
    const figures = { stepMm: Math.abs(out.differenceMm), limitMm: input.spec.adjacentMaxMm ?? 0 }
    const found = correctAmong(input, [out.a, out.b], 'stepped', figures)
    return restated(found, {
      figures: { ...found.figures, neighbour: found.cylinder === out.a ? out.b : out.a },
    })
  }
  const head = judgement.heads.find((h) => h.verdict === 'out')
  if (head)
    return correctAmong(input, head.cylinders, 'head-range', {
      rangeMm: head.rangeMm,
      limitMm: input.spec.headRangeMaxMm ?? 0,
    })
  return deckDoubt(input, judgement)
}

/** A step or a head range that lies on its limit: a person decides. */
export function deckDoubt(input: NextMoveInput, judgement: ProtrusionJudgement): NextMove | null {
  const unsure = worstStep(judgement, 'unsure')
  const unsureHead = judgement.heads.find((h) => h.verdict === 'unsure')
  if (!unsure && !unsureHead) return null
  const figures = unsure
    ? { valueMm: Math.abs(unsure.differenceMm), limitMm: input.spec.adjacentMaxMm ?? 0, neighbour: unsure.b }
    : { valueMm: unsureHead!.rangeMm, limitMm: input.spec.headRangeMaxMm ?? 0 }
  return move(input.stage, 'decide', unsure ? unsure.a : unsureHead!.cylinders[0]!, unsure ? 'stepped' : 'head-range', {
    caution: 'lead-decides',
    figures,
  })
}
