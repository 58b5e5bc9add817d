import type { WorkLogic } from '../stage-logic'
import { counterbores } from './counterbores/steps'
import { cut } from './cut'
import { decide } from './decide/steps'
import { asFound, finalCheck, trialFit } from './deck-stages'
import { fit } from './fit/steps'
import { look } from './look/steps'
import { parts } from './parts/steps'
import { protect } from './protect/steps'
import { pull } from './pull/steps'
import { repairPlan } from './plan/steps'

export { clocks, marks } from './glance'

/** The logic of the liner work, stage by stage. */
export const stages: WorkLogic<'liners'> = {
  'as-found': asFound,
  protect,
  pull,
  look,
  decide,
  counterbores,
  parts,
  'repair-plan': repairPlan,
  cut,
  'trial-fit': trialFit,
  fit,
  'final-check': finalCheck,
}
