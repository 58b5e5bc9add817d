import type { Views } from '../views'

/** The screens of the ends of the crank. */
export const views: Views<'front'> = {
  'damper-off': () => import('./off/DamperOffStage.vue'),
  'seal-out': () => import('./out/SealOutStage.vue'),
  cover: () => import('./cover/CoverStage.vue'),
  'seal-in': () => import('./seal/SealInStage.vue'),
  'damper-on': () => import('./on/DamperOnStage.vue'),
  tdc: () => import('./tdc/TdcStage.vue'),
}
