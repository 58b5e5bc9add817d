import type { Views } from '../views'

/** The screens of face seals. */
export const views: Views<'faces'> = { 'face-seal': () => import('./seal/FaceSealStage.vue') }
