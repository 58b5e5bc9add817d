import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens of the ends of the crank. */
export const views: Views<'front'> = {
  'damper-off': withWords(['pages'], () => import('./off/DamperOffStage.vue')),
  'flywheel-off': () => import('./wheel-off/FlywheelOffStage.vue'),
  'seal-out': () => import('./out/SealOutStage.vue'),
  cover: withWords(['fasteners'], () => import('./cover/CoverStage.vue')),
  'seal-in': () => import('./seal/SealInStage.vue'),
  'flywheel-on': withWords(['fasteners'], () => import('./wheel-on/FlywheelOnStage.vue')),
  'damper-on': withWords(['fasteners'], () => import('./on/DamperOnStage.vue')),
  tdc: () => import('./tdc/TdcStage.vue'),
}
