import type { Views } from '../views'

/** The screens that every job has. */
export const views: Views<'job'> = { record: () => import('./record/RecordStage.vue') }
