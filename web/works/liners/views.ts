import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const screens = oneOf(() => import('./stages'))
/** A stage with the words of stripping, mending and fitting. */
const stage = (name: Parameters<typeof screens>[0], words: Parameters<typeof withWords>[0] = []) =>
  withWords(['rebuild', ...words], screens(name))
const protrusion = () => import('./protrusion/ProtrusionStage.vue')

/** The screens of the liner work. */
export const views: Views<'liners'> = {
  'as-found': protrusion,
  protect: stage('ProtectStage'),
  pull: stage('PullStage', ['pages']),
  look: stage('LookStage', ['beside']),
  decide: stage('DecideStage'),
  counterbores: stage('CounterboresStage'),
  parts: stage('PartsStage', ['pages']),
  'repair-plan': stage('PlanStage', ['pages']),
  cut: stage('CutStage'),
  'trial-fit': protrusion,
  fit: stage('FitStage'),
  'final-check': protrusion,
}
