import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens that every job has. */
export const views: Views<'job'> = {
  record: withWords(
    ['pages', 'record', 'rebuild', 'beside', 'fasteners', 'told', 'sheet', 'turn'],
    () => import('./record/RecordStage.vue'),
  ),
}
