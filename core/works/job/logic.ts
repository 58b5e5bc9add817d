import type { WorkLogic } from '../stage-logic'
import { record } from './sign'

/** The logic of what every job has. */
export const stages: WorkLogic<'job'> = { record }
