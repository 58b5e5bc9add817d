import { allUnless, among } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { decisionInForce, planRenewals } from './plan-renewals'

const says = {
  actions: ['grade-first', 'take', 'close-stage', 'done'],
  reasons: ['not-graded', 'cheapest', 'graded-since', 'decided', 'closed'],
  heads: ['take-none', 'close-stage-none'],
} as const
const make = mover('decide', says)

/** The next move where it is decided what is renewed. */
export function decideMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'decide')) return make('done', 'closed')
  const plan = planRenewals(snapshot)
  const open = plan.grades.filter((g) => !g.confirmed).map((g) => g.cylinder)
  if (open.length > 0) return make('grade-first', 'not-graded', { figures: { cylinders: open } })
  const decided = decisionInForce(snapshot)
  const lasting = snapshot.grades.reduce((seq, g) => Math.max(seq, g.seq), -Infinity)
  if (!decided || decided.seq < lasting) {
    const best = plan.options[plan.cheapest]!
    return make('take', decided ? 'graded-since' : 'cheapest', {
      head: best.renew.length === 0 ? 'take-none' : 'take',
      figures: {
        renew: best.renew,
        count: best.renew.length,
        percent: Math.round(best.comebackChance * 100),
        nowMoney: Math.round(best.nowCost),
        expectedMoney: Math.round(best.expectedCost),
      },
    })
  }
  return make('close-stage', 'decided', {
    head: decided.renew.length === 0 ? 'close-stage-none' : 'close-stage',
    figures: { renew: decided.renew, count: decided.renew.length },
  })
}

/** What is renewed, decided with the owner. */
export const decide: StageLogic = {
  says,
  problems: (s) => among('no-decision', allUnless(s, s.decisions.length > 0), false),
  move: decideMove,
  refuse: (s, act) => {
    const strange =
      act.what === 'decide-renewals' ? act.renew.find((c) => !s.engine.heads.flat().includes(c)) : undefined
    return strange === undefined ? null : { code: 'unknown-cylinder', details: [String(strange)] }
  },
}
