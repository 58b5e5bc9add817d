import { allUnless, among } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { tallyTotals, type Stopped } from '../../job/tally'
import type { StopperName } from '../../job/tally-mark'
import type { StageLogic } from '../stage-logic'

const says = {
  actions: ['close-stage', 'done'],
  told: ['count-in'],
  reasons: ['nothing-in', 'counted', 'closed'],
  cautions: ['tally'],
} as const
const make = mover('protect', says)

/** What is usually put into each opening. */
export const usualStopper = {
  bore: 'foam-plug',
  'crank-hole': 'ear-plug',
  'oil-drilling': 'ear-plug',
  coolant: 'foam-plug',
  'push-rod': 'rag',
  'bolt-hole': 'cap',
} as const satisfies Record<string, StopperName>

/**
 * What is still to be put in so that every other cylinder is stopped as this one is; what a
 * cylinder has more than that is left.
 *
 * @param still what sits in the engine now
 */
export function patternOf(still: readonly Stopped[], cylinder: number, cylinders: readonly number[]): Stopped[] {
  const own = still.filter((s) => s.cylinder === cylinder)
  return cylinders
    .filter((c) => c !== cylinder)
    .flatMap((c) =>
      own.map((s) => {
        const there = still.find((o) => o.cylinder === c && o.place === s.place && o.item === s.item)?.count ?? 0
        return { ...s, cylinder: c, count: s.count - there }
      }),
    )
    .filter((s) => s.count > 0)
}

/** The next move where the open engine is protected. */
export function protectMove(snapshot: Snapshot): Move {
  const { wentIn, stillIn } = tallyTotals(snapshot)
  if (isClosed(snapshot, 'protect')) return make('done', 'closed', { figures: { stillIn } })
  if (wentIn === 0) return make('count-in', 'nothing-in', { caution: 'tally' })
  return make('close-stage', 'counted', { figures: { stillIn, wentIn } })
}

/** Openings stopped against chips, and counted. */
export const protect: StageLogic = {
  says,
  problems: (s) => among('nothing-in', allUnless(s, s.tally.length > 0), true),
  move: protectMove,
}
