import { trueTdc, type TrueTdc } from '../../front/true-tdc'
import { orNull } from '../../errors'
import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { lastOf, sectionOf } from './read-front'

const says = {
  actions: ['read', 'set', 'close-stage', 'done'],
  told: ['stop'],
  heads: ['read-again'],
  reasons: ['damper-first', 'both-sides', 'doubtful', 'pointer-off', 'check', 'agrees', 'closed'],
  cautions: ['by-hand'],
} as const
const make = mover('tdc', says)

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

/** The pointer at the true top, not at what the old damper said. */
export function tdcMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'tdc')) return make('done', 'closed')
  if (routeStages(snapshot).includes('damper-on') && !isClosed(snapshot, 'damper-on'))
    return make('stop', 'damper-first')
  const top = readTop(snapshot)
  if (!top) return make('read', 'both-sides', { caution: 'by-hand' })
  const figures = {
    error: Math.round(Math.abs(top.pointerErrorDeg) * 10) / 10,
    tdc: Math.round(top.tdcDeg * 10) / 10,
    byDeg: -top.pointerErrorDeg,
    way: { word: top.pointerErrorDeg > 0 ? 'front.back' : 'front.forward' },
  }
  if (top.doubtful) return make('read', 'doubtful', { head: 'read-again', caution: 'by-hand', figures })
  const off = pointerOffDeg(snapshot)!
  if (Math.abs(off) > POINTER_DEG) return make('set', 'pointer-off', { figures })
  return make('close-stage', 'agrees', { figures })
}

export const tdc: StageLogic = {
  says,
  problems: (s) => {
    const off = pointerOffDeg(s)
    return [
      ...whole('no-sheet', sectionOf(s) === null, false),
      ...whole('top-not-read', readTop(s) === null, true),
      ...whole('pointer-off', off !== null && Math.abs(off) > POINTER_DEG, true),
    ]
  },
  move: tdcMove,
}
