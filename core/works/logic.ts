import { whole, type GateProblem } from '../job/gate'
import { earlierOpen } from '../job/route'
import type { Snapshot } from '../job/snapshot'
import * as logics from './logics'
import type { StageLogic, WorkLogic } from './stage-logic'
import type { StageName, WorkName } from './stage-table'

/** A work without its logic does not compile here. */
const byWork: { [W in WorkName]: { stages: WorkLogic<W> } } = logics

/** What each stage knows of itself. */
export const stageLogic = Object.assign({}, ...Object.values(byWork).map((w) => w.stages)) as Record<
  StageName,
  StageLogic
>

/**
 * What stands in the way of closing a stage; an empty list where nothing does.
 * `record` is closed by signing, after every stage that no job may pass by.
 */
export function gateProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  return [...whole('earlier-open', earlierOpen(snapshot, stage), false), ...stageLogic[stage].problems(snapshot)]
}
