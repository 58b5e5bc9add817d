import { withWords } from '../../app/i18n'
import type { Views } from '../views'

const protrusion = () => import('./protrusion/ProtrusionStage.vue')

/** The screens of the liner work. */
export const views: Views<'liners'> = {
  'as-found': protrusion,
  protect: () => import('./protect/ProtectStage.vue'),
  pull: withWords(['pages'], () => import('./pull/PullStage.vue')),
  look: withWords(['beside'], () => import('./look/LookStage.vue')),
  decide: () => import('./decide/DecideStage.vue'),
  counterbores: () => import('./counterbores/CounterboresStage.vue'),
  parts: withWords(['pages'], () => import('./parts/PartsStage.vue')),
  'repair-plan': withWords(['pages'], () => import('./plan/PlanStage.vue')),
  cut: () => import('./cut/CutStage.vue'),
  'trial-fit': protrusion,
  fit: () => import('./fit/FitStage.vue'),
  'final-check': protrusion,
}
