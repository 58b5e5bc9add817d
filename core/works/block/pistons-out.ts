import { among, whole } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { blockAt, blockEntries } from './entries'

const says = {
  actions: ['take', 'photograph', 'next-cylinder', 'close-stage', 'done'],
  reasons: ['own-cap', 'one-photo', 'next', 'all-out', 'closed'],
  cautions: ['rod-bolts', 'heavy-piston'],
} as const
const make = mover('pistons-out', says)

/** Whether the rods and pistons laid out with their caps were photographed. */
export const photographed = (snapshot: Snapshot): boolean =>
  blockEntries(snapshot, 'laidOut').some((l) => l.photographed)

/** Rods and pistons out, caps marked and kept with their rods; one photo of them all. */
export function pistonsOutMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'pistons-out')) return make('done', 'closed')
  const open = inTurn(
    snapshot.engine.heads
      .flat()
      .filter((cylinder) => !blockAt(snapshot, 'pistons', cylinder))
      .map((cylinder) => ({ cylinder })),
    selected,
  )[0]
  if (open && open.cylinder !== selected) return make('next-cylinder', 'next', { cylinder: open.cylinder })
  if (open)
    return make('take', 'own-cap', {
      cylinder: open.cylinder,
      caution: 'rod-bolts',
      figures: { mark: String(open.cylinder) },
    })
  if (!photographed(snapshot)) return make('photograph', 'one-photo')
  return make('close-stage', 'all-out')
}

export const pistonsOut: StageLogic = {
  says,
  problems: (s) => [
    ...among(
      'piston-still-in',
      s.engine.heads.flat().filter((c) => !blockAt(s, 'pistons', c)),
      false,
    ),
    ...whole('caps-no-photo', !photographed(s), true),
  ],
  move: (s, hand) => pistonsOutMove(s, hand.cylinder),
}
