import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens of shrunk-in sleeves. */
export const views: Views<'barrels'> = {
  'barrel-measure': () => import('./measure/BarrelMeasureStage.vue'),
  'barrel-fit': withWords(['told'], () => import('./fit/BarrelFitStage.vue')),
  'barrel-sleeve': withWords(['fasteners', 'told'], () => import('./sleeve/BarrelSleeveStage.vue')),
  'barrel-bore': withWords(['told'], () => import('./bore/BarrelBoreStage.vue')),
  'barrel-ready': () => import('./ready/BarrelReadyStage.vue'),
}
