import type { Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageName } from '../stage-table'
import type { BarrelSpot } from './read-barrels'

/** The first stage before this one that is still open on this job's route. */
export const openBefore = (snapshot: Snapshot, ...stages: StageName[]): StageName | null =>
  stages.find((s) => routeStages(snapshot).includes(s) && !isClosed(snapshot, s)) ?? null

/**
 * The move at the barrel in hand while it wants one, else at the next that does.
 *
 * @param wantedAt the move a barrel wants; null where it wants none
 * @param nextPlace the move to another barrel
 * @returns null where no barrel wants anything
 */
export function amongBarrels(
  spots: BarrelSpot[],
  place: string | null,
  wantedAt: (spot: BarrelSpot) => Move | null,
  nextPlace: (spot: BarrelSpot) => Move,
): Move | null {
  const own = spots.find((s) => s.place === place)
  const ownMove = own && wantedAt(own)
  if (ownMove) return ownMove
  const next = spots.find((s) => wantedAt(s) !== null)
  if (!next) return null
  return next.place === place ? wantedAt(next) : nextPlace(next)
}
