import type { WorkLogic } from '../stage-logic'
import { findLeak } from './find/steps'
import { firstRun } from './run/steps'

/** The logic of looking for a leak, stage by stage. */
export const stages: WorkLogic<'leaks'> = { 'find-leak': findLeak, 'first-run': firstRun }
