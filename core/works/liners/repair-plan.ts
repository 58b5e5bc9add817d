import { latest } from '../../job/order'
import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot, TakenPlan } from '../../job/snapshot'
import { SLACK_MM } from '../../schema'
import type { StageLogic } from '../stage-logic'
import { readLedges } from './ledges'

const says = {
  actions: ['ledges-first', 'close-stage', 'done'],
  told: ['take'],
  reasons: ['not-measured', 'compare', 'taken', 'closed'],
} as const
const make = mover('repair-plan', says)

/** The plan that is being worked to; null before one is taken. */
export function planInForce(snapshot: Snapshot): TakenPlan | null {
  return latest(snapshot.plans)
}

/** The next move where a plan is chosen. */
export function planMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'repair-plan')) return make('done', 'closed')
  const open = readLedges(snapshot).filter((l) => !l.complete)
  if (open.length > 0)
    return make('ledges-first', 'not-measured', {
      figures: { cylinders: open.map((l) => l.cylinder) },
    })
  const plan = planInForce(snapshot)
  if (!plan) return make('take', 'compare')
  return make('close-stage', 'taken', {
    figures: {
      school: plan.school,
      cuts: plan.bores.filter((b) => b.cutMm > SLACK_MM).length,
      shims: plan.bores.filter((b) => b.shimMm > SLACK_MM).length,
    },
  })
}

/** The plan of the repair: schools side by side, one taken. */
export const repairPlan: StageLogic = {
  says,
  problems: (s) => whole('no-plan', s.plans.length === 0, false),
  move: planMove,
}
