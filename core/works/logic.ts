import { worksOf } from '../job/stages'
import type { GateProblem } from '../job/gate'
import type { Snapshot } from '../job/snapshot'
import type { CardMarks } from './card-marks'
import type { Clock } from './clock'
import { gateBy } from './gate-by'
import * as logics from './logics'
import type { StageLogic, WorkGlance, WorkLogic } from './stage-logic'
import type { StageName, WorkName } from './stage-table'

/** A work without its logic does not compile here. */
const byWork: { [W in WorkName]: { stages: WorkLogic<W> } & WorkGlance } = logics

/** The clocks that run in a job, the one that ends first at the head. */
export function clocksOf(snapshot: Snapshot): Clock[] {
  const all = worksOf(snapshot.job.work).flatMap((work) => byWork[work].clocks?.(snapshot) ?? [])
  return all.sort((a, b) => Date.parse(a.dueAt) - Date.parse(b.dueAt))
}

/** What a list shows of a job at a glance: as the first of its works has it that measures; null where none does. */
export function marksOf(snapshot: Snapshot): CardMarks | null {
  for (const work of worksOf(snapshot.job.work)) {
    const marks = byWork[work].marks?.(snapshot)
    if (marks) return marks
  }
  return null
}

/** What each stage knows of itself. */
export const stageLogic = Object.assign({}, ...Object.values(byWork).map((w) => w.stages)) as Record<
  StageName,
  StageLogic
>

/** What stands in the way of closing a stage; an empty list where nothing does. @param nowMs now: what waits is judged by it */
export const gateProblems = (snapshot: Snapshot, stage: StageName, nowMs: number): GateProblem[] =>
  gateBy(stageLogic[stage], snapshot, stage, nowMs)
