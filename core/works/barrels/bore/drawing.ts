import type { AskedSpots } from '../../../drawing/asked-spots'
import type { Frame, Scene } from '../../../drawing/scene'
import type { Snapshot } from '../../../job/snapshot'
import { boreWall, levelsSofar } from '../bore-wall'
import { coldMm, type BarrelSpot } from '../read-barrels'
import { twoPlaces } from '../two-places'
import { finishMmOf, wallExpansionPerC, type BoreState } from './read'

/** The finished bore unrolled, between the sizes it may end at. */
export function finishedWall(
  snapshot: Snapshot,
  spot: BarrelSpot,
  state: BoreState,
  turn: AskedSpots | null,
  frame: Frame,
): Scene {
  const expansionPerC = wallExpansionPerC(snapshot, spot)
  const { finished } = state
  const partC = turn ? ((turn.sofar.partC as number | undefined) ?? 20) : (finished?.partC ?? 20)
  const cold = (mm: number) => coldMm(mm, partC, expansionPerC)
  const levels = levelsSofar(spot, turn ? turn.sofar : (finished as unknown as Record<string, unknown> | null), cold)
  const { finishTolMm } = spot.of.finish
  const finishMm = finishMmOf(snapshot, spot, state)
  const limits = [
    { mm: finishMm - finishTolMm, word: 'barrel.least-line', tone: 'out' as const },
    { mm: finishMm, word: 'barrel.finish-line', tone: 'in' as const },
    { mm: finishMm + finishTolMm, word: 'barrel.most-line', tone: 'out' as const },
  ]
  const verdictOf = (mm: number) =>
    Math.abs(mm - finishMm) > finishTolMm + (finished?.uncertaintyMm ?? 0) ? 'out' : 'in'
  return boreWall(spot, finishMm, levels, limits, verdictOf, turn, frame)
}

/** The bore as it is now, at the two places it is read between its cuts, beside the size it goes to. */
export const boreNow = (
  snapshot: Snapshot,
  spot: BarrelSpot,
  state: BoreState,
  turn: AskedSpots,
  frame: Frame,
): Scene =>
  twoPlaces(
    spot,
    'bore',
    { nowMm: state.boreNowMm, toMm: finishMmOf(snapshot, spot, state), word: 'barrel.finish-line' },
    turn,
    frame,
  )
