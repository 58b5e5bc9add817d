import { pressByScrews, type PressByScrews } from '../../front/press-by-screws'
import type { Snapshot } from '../../job/snapshot'
import { fitPlane, type PlaneFit } from '../../measure/fit-plane'
import { mean } from '../../measure/mean'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../../measure/verdict'
import { entriesAt, lastAt, readPlace, type EndSpot } from './read-front'

export type SealFit = 'right' | 'outside-wrong' | 'inside-wrong'
/** A gauge in a drawer tells a look-alike from the right one by this, mm. */
export const SAME_MM = 0.4
/** The last of the way goes by quarter turns: too deep cannot be pulled back. */
export const LAST_MM = 1
export const LAST_TURNS = 0.25
/** What is left is less than anybody turns. */
const HOME_MM = 0.02

/** A seal on its way in. */
export interface SealState {
  seal: ReturnType<typeof lastAt<'seals'>>
  fit: SealFit | null
  started: ReturnType<typeof lastAt<'started'>>
  /** Where its outer face is to stand; null where no clean shaft is left. */
  targetMm: number | null
  /** How far it stands in by the rounds so far, counted from flush with the face. */
  byTurnsMm: number
  rounds: number
  plan: PressByScrews | null
  /** What each screw is turned by in the round that is next; null where it is home by its turns. */
  turnsNow: number | null
  depth: ReturnType<typeof lastAt<'depths'>>
  plane: PlaneFit | null
  verdict: Verdict | 'too-deep' | null
  lean: Verdict | null
  /** When a dry lip has rested; null where it need not. */
  restedAt: string | null
}

/** A seal starts flush with its own width standing out. */
const outMm = (end: EndSpot) => end.of.seal.widthMm

/** How far the seal of an end is: the one that was taken out of the drawer last. */
export function readSeal(snapshot: Snapshot, end: EndSpot): SealState {
  const { of, place } = end
  const out = lastAt(snapshot, 'sealsOut', place)?.seq ?? -1
  const seal = lastAt(snapshot, 'seals', place, out)
  const since = seal?.seq ?? Infinity
  const started = lastAt(snapshot, 'started', place, since)
  const rounds = entriesAt(snapshot, 'rounds', place).filter((r) => r.seq > (started?.seq ?? Infinity))
  // What was measured counts more than turns: they are counted from there on.
  const measured = lastAt(snapshot, 'depths', place, started?.seq ?? Infinity)
  const depth = measured && measured.seq > (rounds.at(-1)?.seq ?? -1) ? measured : null
  const placed = readPlace(snapshot, end)
  const turns = rounds.filter((r) => r.seq > (measured?.seq ?? -1)).reduce((sum, r) => sum + r.turns, 0)
  const fromMm = measured ? mean(measured.edgesMm) : -outMm(end)
  const byTurnsMm = fromMm + turns * of.press.pitchMm
  const placedMm = placed.depthMm
  const option =
    placedMm === null ? null : (placed.options.find((o) => o.fromMm <= placedMm && placedMm <= o.toMm) ?? null)
  // A place that no press can stop at is none.
  const range = option && option.toMm - option.fromMm >= 2 * HOME_MM - 1e-9 ? option : null
  // Nobody presses to an edge: as far inside as it may lean, where there is room.
  const inMm = range && Math.min(of.maxLeanMm, (range.toMm - range.fromMm) / 2)
  const targetMm = range && Math.min(range.toMm - inMm!, Math.max(range.fromMm + inMm!, placedMm!))
  const plane = depth
    ? fitPlane(
        depth.edgesMm.map((valueMm, i) => ({ angleDeg: i * 90, valueMm })),
        of.seal.outerMm,
      )
    : null
  const judged = (mm: number): Verdict | 'too-deep' => {
    const u = depth!.uncertaintyMm
    const deep = judgeUpper(mm, range!.toMm, u)
    return deep === 'out' ? 'too-deep' : worstVerdict([deep, judgeLower(mm, range!.fromMm, u)])
  }
  const fit = (): SealFit => {
    if (Math.abs(seal!.outerMm - of.seal.outerMm) > SAME_MM) return 'outside-wrong'
    return Math.abs(seal!.innerMm - of.seal.innerMm) > SAME_MM ? 'inside-wrong' : 'right'
  }
  const leftMm = targetMm === null ? null : targetMm - byTurnsMm
  const step =
    leftMm !== null && leftMm > LAST_MM + of.press.stepTurns * of.press.pitchMm ? of.press.stepTurns : LAST_TURNS
  return {
    seal,
    fit: seal ? fit() : null,
    started,
    targetMm,
    byTurnsMm,
    rounds: rounds.length,
    plan:
      leftMm === null || leftMm <= HOME_MM
        ? null
        : pressByScrews({
            travelMm: leftMm,
            pitchMm: of.press.pitchMm,
            stepTurns: step,
            boltCircleMm: of.press.circleMm,
            maxSkewMm: of.maxLeanMm,
          }),
    turnsNow: leftMm === null || leftMm <= HOME_MM ? null : Math.min(step, leftMm / of.press.pitchMm),
    depth,
    plane,
    verdict: plane && range ? judged(plane.centreMm) : null,
    lean: plane ? judgeUpper(plane.tiltMm, of.maxLeanMm, depth!.uncertaintyMm) : null,
    restedAt:
      depth && of.restMin !== null && started?.lip === 'dry'
        ? new Date(Date.parse(depth.at) + of.restMin * 60_000).toISOString()
        : null,
  }
}
