import type { Views } from '../views'

/** The screens of shrunk-in sleeves. */
export const views: Views<'barrels'> = {
  'barrel-measure': () => import('./measure/BarrelMeasureStage.vue'),
  'barrel-fit': () => import('./fit/BarrelFitStage.vue'),
  'barrel-sleeve': () => import('./sleeve/BarrelSleeveStage.vue'),
  'barrel-bore': () => import('./bore/BarrelBoreStage.vue'),
  'barrel-ready': () => import('./ready/BarrelReadyStage.vue'),
}
