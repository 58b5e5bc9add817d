import type { AskedSpots } from '../../../drawing/asked-spots'
import type { Frame, Scene } from '../../../drawing/scene'
import { edgeRing } from '../edge-ring'
import type { BarrelSpot } from '../read-barrels'
import type { DropState } from './read'

/** The flange of a sleeve that is in and cold, from above. @param turn what is being read of it; null where nothing is */
export function flangeFromAbove(spot: BarrelSpot, { flange }: DropState, turn: AskedSpots | null, frame: Frame): Scene {
  const { minMm, maxMm } = spot.of.sleeve.proud
  return edgeRing(
    {
      title: { word: 'barrel.flange-title', figures: { name: spot.name } },
      edgesMm: flange?.edgesMm ?? null,
      minMm,
      maxMm,
      verdictOf: (mm) => (mm > maxMm + 1e-9 || mm < minMm - 1e-9 ? 'out' : 'in'),
    },
    turn,
    frame,
  )
}
