import type { AskedSpots } from '../../../drawing/asked-spots'
import type { Frame, Scene } from '../../../drawing/scene'
import { judgeUpper } from '../../../measure/verdict'
import { boreWall, levelsSofar, type WallLimit } from '../bore-wall'
import { coldMm, nextOversizeMm, type BarrelSpot, type WornState } from '../read-barrels'

/** A worn bore unrolled: new, the largest it may be worn to, the oversizes there are. @param turn what is being read of it; null where nothing is */
export function wornWall(
  spot: BarrelSpot,
  { measured, judged }: WornState,
  turn: AskedSpots | null,
  frame: Frame,
): Scene {
  const { barrel } = spot.of
  const partC = turn ? ((turn.sofar.partC as number | undefined) ?? 20) : (measured?.partC ?? 20)
  const cold = (mm: number) => coldMm(mm, partC, barrel.expansionPerC)
  const levels = levelsSofar(spot, turn ? turn.sofar : (measured as unknown as Record<string, unknown> | null), cold)
  const largestMm = Math.max(0, ...levels.flatMap((l) => [l.thrustMm ?? 0, l.alongMm ?? 0]))
  const next = largestMm > 0 ? nextOversizeMm(spot.of, judged?.largestMm ?? largestMm) : null
  const limits: WallLimit[] = [
    { mm: barrel.boreMm, word: 'barrel.new', tone: 'line' },
    { mm: barrel.wornMaxMm, word: 'barrel.worn-max', tone: 'out' },
    ...barrel.oversizesMm.map((o) => ({
      mm: barrel.boreMm + o,
      word: 'barrel.oversize-line',
      overMm: o,
      tone: o === next ? ('in' as const) : ('line' as const),
    })),
  ]
  const verdictOf = (mm: number) => judgeUpper(mm, barrel.wornMaxMm, measured?.uncertaintyMm ?? 0)
  return boreWall(spot, barrel.boreMm, levels, limits, verdictOf, turn, frame)
}
