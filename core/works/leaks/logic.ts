import type { WorkLogic } from '../stage-logic'
import { findLeak } from './find-leak'
import { firstRun } from './first-run'

/** The logic of looking for a leak, stage by stage. */
export const stages: WorkLogic<'leaks'> = { 'find-leak': findLeak, 'first-run': firstRun }
