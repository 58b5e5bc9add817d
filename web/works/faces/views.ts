import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens of face seals. */
export const views: Views<'faces'> = { 'face-seal': withWords(['fasteners'], () => import('./seal/FaceSealStage.vue')) }
