import { bySeq } from '../../job/order'
import { distinctStations, fitPlane, liftPlane, type PlaneFit } from '../../measure/fit-plane'
import { judgeProtrusion, type LinerJudgement, type ProtrusionJudgement } from '../../measure/judge-protrusion'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../../measure/verdict'
import { barredSeq } from './beside'
import { readLedge } from './ledges'
import type { Cut, ReadingSet, ShimFit, Snapshot } from '../../job/snapshot'
import { asJudged } from '../../job/as-judged'
import { onceASnapshot } from '../../job/once'
import { rivalsOf } from '../../job/two-hands'
import { setReadings, setsOf, standingOf, stationReadings, stationsOf, type StationState } from '../../job/stations'
import { mean } from '../../measure/mean'
import type { MeasuredStage } from '../../job/stages'
import { stockLinerIn } from './rings'
import { windowWith, type HeightWindow } from './windows'

/** A cut, a shim, or the engine barred over with loose liners: what it was, and the protrusion it should leave, mm. */
export interface Change {
  kind: 'cut' | 'shim' | 'shim-out' | 'barred'
  seq: number
  expectMm: number
}

export interface CylinderState {
  cylinder: number
  /** The latest set of this stage; null where none was begun. */
  set: ReadingSet | null
  earlierSets: ReadingSet[]
  /** Sets that somebody else read here at the same time: a person says which counts. */
  rivals: ReadingSet[]
  stations: StationState[]
  complete: boolean
  /** Expanded uncertainty of one reading of the set, mm. */
  uncertaintyMm: number
  plane: PlaneFit | null
  judgement: LinerJudgement | null
  /** A cut or shim since the latest set: its readings no longer hold. */
  changed: Change | null
  /** What the change before the latest set had promised, and what came of it. */
  prediction: { expectMm: number; measuredMm: number | null; differenceMm: number | null } | null
  cuts: Cut[]
  cutTotalMm: number
  shimIn: ShimFit | null
  /** Rings that came with the liner that stands here, mm each. */
  ringsMm: readonly number[]
  /** The window that counts here: a shim may have its own. */
  window: HeightWindow
  depthMm: number
  frettingMm: number
  /** Worst of the liner's own verdicts; null before the first reading. */
  verdict: Verdict | null
  /** The same with the steps beside it and the range under its head. */
  verdictAmong: Verdict | null
}

export interface Deck {
  stage: MeasuredStage
  cylinders: CylinderState[]
  judgement: ProtrusionJudgement
  overall: Verdict | 'incomplete'
}

function changesOf(cuts: Cut[], fits: ShimFit[]): Change[] {
  const changes: Change[] = [
    ...cuts.map((c) => ({ kind: 'cut' as const, seq: c.seq, expectMm: c.expectMm })),
    ...fits.map((f) => ({
      kind: f.shimId ? ('shim' as const) : ('shim-out' as const),
      seq: f.seq,
      expectMm: f.expectMm,
    })),
  ]
  return changes.sort(bySeq)
}

function readCylinder(snapshot: Snapshot, stage: MeasuredStage, cylinder: number, me?: string): CylinderState {
  const sets = setsOf(snapshot, stage, cylinder, me)
  const set = sets.at(-1) ?? null
  const cuts = standingOf(snapshot.cuts, cylinder)
  const fits = standingOf(snapshot.shimFits, cylinder)
  const changes = stage === 'as-found' ? [] : changesOf(cuts, fits)
  const lastFit = fits.at(-1)
  const lastCut = cuts.at(-1)
  // The shim comes out with the liner when the ledge is cut.
  const shimIn = lastFit?.shimId && lastFit.seq > (lastCut?.seq ?? -Infinity) ? lastFit : null

  const stations = stationsOf(snapshot.stationsDeg, setReadings(snapshot, set), set?.uncertaintyMm ?? 0)
  const values = stationReadings(stations)
  const before = changes.filter((c) => set && c.seq < set.seq && c.seq > (sets.at(-2)?.seq ?? -Infinity)).at(-1)
  const measuredMm = values.length > 0 ? mean(values.map((v) => v.valueMm)) : null

  // Barring over lifts a liner that nothing holds: what was read of it unclamped holds no longer.
  const barred = barredSeq(snapshot)
  const lifted: Change | null =
    set?.clampNm === 0 && barred !== null && barred > set.seq && measuredMm !== null
      ? { kind: 'barred', seq: barred, expectMm: measuredMm }
      : null

  const cutTotalMm = cuts.reduce((sum, c) => sum + c.packMm + c.biasMm, 0)
  const ledge = readLedge(snapshot, cylinder)

  return {
    cylinder,
    set,
    earlierSets: sets.slice(0, -1),
    rivals: set ? rivalsOf(snapshot, set) : [],
    stations,
    complete: snapshot.stationsDeg.every((angle) => stations.some((s) => s.angleDeg === angle && s.valueMm !== null)),
    uncertaintyMm: set?.uncertaintyMm ?? 0,
    plane: distinctStations(values) >= 3 ? fitPlane(values, snapshot.engine.boreMm) : null,
    judgement: null,
    changed: changes.filter((c) => c.seq > (set?.seq ?? -Infinity)).at(-1) ?? lifted,
    prediction: before
      ? {
          expectMm: before.expectMm,
          measuredMm,
          differenceMm: measuredMm === null ? null : measuredMm - before.expectMm,
        }
      : null,
    cuts,
    cutTotalMm,
    shimIn,
    ringsMm: stage === 'as-found' ? [] : (stockLinerIn(snapshot, cylinder)?.ringsMm ?? []),
    window: windowWith(snapshot.sheet, stage !== 'as-found' && shimIn !== null),
    depthMm: ledge.depthMm,
    frettingMm: ledge.frettingMm,
    verdict: null,
    verdictAmong: null,
  }
}

/**
 * The state of the whole deck at a stage: what is measured, what was changed since,
 * and how it is judged by the limits and the rule of each set.
 *
 * @param me in whose hand it is: where two measure the same, each has their own set
 */
export const readDeck = onceASnapshot((job, stage: MeasuredStage, me?: string): Deck => {
  // A closed stage is judged by what it was closed under.
  const snapshot = asJudged(job, stage)
  const cylinders = snapshot.engine.heads.flat().map((cylinder) => readCylinder(snapshot, stage, cylinder, me))
  const standing = cylinders.filter((c) => !c.changed)
  const judgement = judgeProtrusion(
    snapshot.sheet.limits,
    snapshot.engine.heads,
    standing.map((c) => ({
      cylinder: c.cylinder,
      readings: stationReadings(c.stations),
      window: c.window,
    })),
    0,
  )
  for (const c of cylinders) {
    const { minMm, maxMm } = c.window
    for (const s of c.stations) {
      if (s.valueMm !== null)
        s.verdict = worstVerdict([
          judgeLower(s.valueMm, minMm, s.uncertaintyMm),
          judgeUpper(s.valueMm, maxMm, s.uncertaintyMm),
        ])
    }
    c.judgement = judgement.liners.find((l) => l.cylinder === c.cylinder) ?? null
    if (!c.judgement) continue
    const steps = judgement.adjacent.filter((s) => s.a === c.cylinder || s.b === c.cylinder)
    const heads = judgement.heads.filter((h) => h.cylinders.includes(c.cylinder))
    c.verdict = worstVerdict(Object.values(c.judgement.verdicts))
    c.verdictAmong = worstVerdict([c.verdict, ...steps.map((s) => s.verdict), ...heads.map((h) => h.verdict)])
  }
  const whole = cylinders.every((c) => c.complete && !c.changed && !c.set?.closed?.zeroMoved)
  const overall = judgement.overall === 'out' || whole ? judgement.overall : 'incomplete'
  return { stage, cylinders, judgement, overall }
})

/** The plane of a liner as it would stand without its shim; null before it is measured. */
export function barePlane(state: CylinderState): PlaneFit | null {
  return state.plane && liftPlane(state.plane, -(state.shimIn?.thicknessMm ?? 0))
}
