import { allUnless, among } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { tallyTotals } from '../../job/tally'
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
