import type { WorkName } from '#core/works/stage-table'

/**
 * Files of words beside `app` and those of the works, each brought where it is needed: of an engine's sheet, of the
 * pages beside a job and what of them a stage borrows, of what is told when something is refused or kept open, and of
 * fasteners, of what is seen and done beside the measuring of liners, of their stripping, mending and fitting, of the record.
 */
export const sharedWords = ['sheet', 'pages', 'told', 'fasteners', 'beside', 'turn', 'rebuild', 'record'] as const
/** Words that are brought when they are needed. */
export type WordFile = WorkName | (typeof sharedWords)[number]
