import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))
const protrusion = () => import('./protrusion/ProtrusionStage.vue')

/** The screens of the liner work. */
export const views: Views<'liners'> = {
  'as-found': protrusion,
  protect: stage('ProtectStage'),
  pull: withWords(['pages'], stage('PullStage')),
  look: withWords(['beside'], stage('LookStage')),
  decide: stage('DecideStage'),
  counterbores: stage('CounterboresStage'),
  parts: withWords(['pages'], stage('PartsStage')),
  'repair-plan': withWords(['pages'], stage('PlanStage')),
  cut: stage('CutStage'),
  'trial-fit': protrusion,
  fit: stage('FitStage'),
  'final-check': protrusion,
}
