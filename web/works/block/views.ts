import type { Views } from '../views'

/** The screens of what lies around the liners. */
export const views: Views<'block'> = {
  'deck-check': () => import('./deck/DeckCheckStage.vue'),
  'pistons-out': () => import('./pistons/PistonsOutStage.vue'),
}
