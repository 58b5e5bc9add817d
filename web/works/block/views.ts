import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of what lies around the liners. */
export const views: Views<'block'> = {
  'deck-check': stage('DeckCheckStage'),
  'pistons-out': stage('PistonsOutStage'),
}
