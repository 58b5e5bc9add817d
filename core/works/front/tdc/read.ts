import { trueTdc, type TrueTdc } from '../../../front/true-tdc'
import { orNull } from '../../../errors'
import type { Snapshot } from '../../../job/snapshot'
import { lastOf } from '../read-front'

/** A pointer that lies no farther off is right, degrees. */
export const POINTER_DEG = 0.5

/** What the last two stops say; null before they were read, or where they are the same. */
export function readTop(snapshot: Snapshot): TrueTdc | null {
  const top = lastOf(snapshot, 'tops')
  if (!top) return null
  return orNull(() =>
    trueTdc({ stopForwardDeg: top.forwardDeg, stopBackwardDeg: top.backwardDeg, markDeg: top.markDeg }),
  )
}
/** How far the pointer lies now: what it was set by since the stops were read is taken off. */
export function pointerOffDeg(snapshot: Snapshot): number | null {
  const top = readTop(snapshot)
  const read = lastOf(snapshot, 'tops')
  if (!top || !read) return null
  const set = lastOf(snapshot, 'pointers', read.seq)
  return top.pointerErrorDeg + (set?.byDeg ?? 0)
}
