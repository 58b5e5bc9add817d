import type { WorkLogic } from '../stage-logic'
import { layGaskets } from './lay/steps'

/** The logic of the toy work. */
export const stages: WorkLogic<'gaskets'> = { 'lay-gaskets': layGaskets }
