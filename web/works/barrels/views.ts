import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of shrunk-in sleeves. */
export const views: Views<'barrels'> = {
  'barrel-measure': stage('BarrelMeasureStage'),
  'barrel-fit': withWords(['told'], stage('BarrelFitStage')),
  'barrel-sleeve': withWords(['fasteners', 'told'], stage('BarrelSleeveStage')),
  'barrel-bore': withWords(['told'], stage('BarrelBoreStage')),
  'barrel-ready': stage('BarrelReadyStage'),
}
