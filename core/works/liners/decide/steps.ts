import { latest } from '../../../job/order'
import { stageSteps } from '../../../job/step'
import { decisionInForce, planRenewals } from '../plan-renewals'

const says = {
  actions: ['grade-first', 'take', 'close-stage', 'done'],
  reasons: ['not-graded', 'cheapest', 'graded-since', 'decided', 'closed'],
  heads: ['take-none', 'close-stage-none'],
  gates: ['not-graded-yet', 'no-decision', 'graded-since'],
} as const
const { whole, logic } = stageSteps('decide', says)

const owner = whole((snapshot) => {
  const plan = planRenewals(snapshot)
  const decided = decisionInForce(snapshot)
  return {
    plan,
    best: plan.options[plan.cheapest]!,
    ungraded: plan.grades.filter((g) => !g.confirmed).map((g) => g.cylinder),
    decided,
    /** A liner was graded after it was decided. */
    overtaken: decided !== null && (latest(snapshot.grades)?.seq ?? -Infinity) > decided.seq,
  }
})
type Here = Parameters<Parameters<typeof owner.of>[0][number]['when']>[0]
const offer = {
  head: ({ state }: Here) => (state.best.renew.length === 0 ? ('take-none' as const) : ('take' as const)),
  figures: ({ state: { best } }: Here) => ({
    renew: best.renew,
    count: best.renew.length,
    percent: Math.round(best.comebackChance * 100),
    nowMoney: Math.round(best.nowCost),
    expectedMoney: Math.round(best.expectedCost),
  }),
}

const stage = logic({
  alone: true,
  parts: [
    owner.of([
      {
        action: 'grade-first',
        when: ({ state }) => state.ungraded.length > 0,
        gate: { code: 'not-graded-yet', soft: true },
        reason: 'not-graded',
        figures: ({ state }) => ({ cylinders: state.ungraded }),
      },
      {
        action: 'take',
        when: ({ state }) => state.decided === null,
        gate: { code: 'no-decision', soft: false },
        reason: 'cheapest',
        ...offer,
      },
      {
        action: 'take',
        when: ({ state }) => state.overtaken,
        gate: { code: 'graded-since', soft: true },
        reason: 'graded-since',
        ...offer,
      },
    ]),
  ],
  closes: (s) => {
    const { renew } = decisionInForce(s)!
    return {
      reason: 'decided',
      head: renew.length === 0 ? 'close-stage-none' : 'close-stage',
      figures: { renew, count: renew.length },
    }
  },
})

/** What is renewed, decided with the owner. */
export const decide: typeof stage = {
  ...stage,
  refuse: (s, act) => {
    const strange =
      act.what === 'decide-renewals' ? act.renew.find((c) => !s.engine.heads.flat().includes(c)) : undefined
    return strange === undefined ? null : { code: 'unknown-cylinder', details: [String(strange)] }
  },
}
