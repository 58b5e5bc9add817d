import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of looking for a leak. */
export const views: Views<'leaks'> = {
  'find-leak': stage('FindLeakStage'),
  'first-run': stage('FirstRunStage'),
}
