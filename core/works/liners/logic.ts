import type { WorkLogic } from '../stage-logic'
import { counterbores } from './counterbores'
import { cut } from './cut'
import { decide } from './decide'
import { asFound, finalCheck, trialFit } from './deck-stages'
import { fit } from './fit'
import { look } from './look'
import { parts } from './parts'
import { protect } from './protect'
import { pull } from './pull'
import { repairPlan } from './repair-plan'

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
