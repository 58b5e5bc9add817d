import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens of cam bushings. */
export const views: Views<'bushings'> = {
  'cam-out': () => import('./cam/CamOutStage.vue'),
  'bushings-out': () => import('./out/BushingsOutStage.vue'),
  galleries: () => import('./galleries/GalleriesStage.vue'),
  'bushing-map': () => import('./map/BushingMapStage.vue'),
  'bushings-in': withWords(['told'], () => import('./in/BushingsInStage.vue')),
  'cam-spin': () => import('./spin/CamSpinStage.vue'),
}
