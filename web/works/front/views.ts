import type { Views } from '../views'

/** The screens of the ends of the crank. */
export const views: Views<'front'> = {
  'damper-off': () => import('./off/DamperOffStage.vue'),
  'flywheel-off': () => import('./wheel-off/FlywheelOffStage.vue'),
  'seal-out': () => import('./out/SealOutStage.vue'),
  cover: () => import('./cover/CoverStage.vue'),
  'seal-in': () => import('./seal/SealInStage.vue'),
  'flywheel-on': () => import('./wheel-on/FlywheelOnStage.vue'),
  'damper-on': () => import('./on/DamperOnStage.vue'),
  tdc: () => import('./tdc/TdcStage.vue'),
}
