import type { WorkLogic } from '../stage-logic'
import { barrelBore } from './bore'
import { barrelFit } from './fit'
import { barrelMeasure } from './measure'
import { barrelReady } from './ready'
import { barrelSleeve, clocks } from './sleeve'

/** The logic of shrunk-in sleeves, stage by stage. */
export const stages: WorkLogic<'barrels'> = {
  'barrel-measure': barrelMeasure,
  'barrel-fit': barrelFit,
  'barrel-sleeve': barrelSleeve,
  'barrel-bore': barrelBore,
  'barrel-ready': barrelReady,
}
export { clocks }
