import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of the ends of the crank. */
export const views: Views<'front'> = {
  'damper-off': withWords(['pages'], stage('DamperOffStage')),
  'flywheel-off': stage('FlywheelOffStage'),
  'seal-out': stage('SealOutStage'),
  cover: withWords(['fasteners'], stage('CoverStage')),
  'seal-in': stage('SealInStage'),
  'flywheel-on': withWords(['fasteners'], stage('FlywheelOnStage')),
  'damper-on': withWords(['fasteners'], stage('DamperOnStage')),
  tdc: stage('TdcStage'),
}
