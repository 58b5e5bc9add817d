import type { WorkLogic } from '../stage-logic'
import { barrelBore } from './bore/steps'
import { barrelFit } from './fit/steps'
import { barrelMeasure } from './measure/steps'
import { barrelReady } from './ready/steps'
import { barrelSleeve, clocks } from './sleeve/steps'

/** The logic of shrunk-in sleeves, stage by stage. */
export const stages: WorkLogic<'barrels'> = {
  'barrel-measure': barrelMeasure,
  'barrel-fit': barrelFit,
  'barrel-sleeve': barrelSleeve,
  'barrel-bore': barrelBore,
  'barrel-ready': barrelReady,
}
export { clocks }
