import type { Views } from '../views'

/** The screens of looking for a leak. */
export const views: Views<'leaks'> = {
  'find-leak': () => import('./find/FindLeakStage.vue'),
  'first-run': () => import('./run/FirstRunStage.vue'),
}
