import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of cam bushings. */
export const views: Views<'bushings'> = {
  'cam-out': stage('CamOutStage'),
  'bushings-out': stage('BushingsOutStage'),
  galleries: stage('GalleriesStage'),
  'bushing-map': stage('BushingMapStage'),
  'bushings-in': withWords(['told'], stage('BushingsInStage')),
  'cam-spin': stage('CamSpinStage'),
}
