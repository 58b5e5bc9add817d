import { asJudged, bySheetAnew, otherSheets } from '../job/as-judged'
import type { GateProblem } from '../job/gate'
import { closureOf } from '../job/route'
import type { Sheet, Snapshot } from '../job/snapshot'
import type { StageLogic } from './stage-logic'
import type { StageName } from './stage-table'

/** What a version of the limits says of a stage. */
export interface ByLimits {
  sheet: Sheet
  problems: GateProblem[]
}

/**
 * Where the limits changed under a stage: what those say that it is judged by, and what the others, in which some of it
 * was entered or which came since it was closed. Empty where one version is all there was.
 *
 * @param nowMs what waits in an open stage is judged by it; in a closed one, by its closing
 */
export function byEachLimits(snapshot: Snapshot, stage: StageName, logic: StageLogic, nowMs: number): ByLimits[] {
  const others = otherSheets(snapshot, stage)
  if (others.length === 0) return []
  const closed = closureOf(snapshot, stage)
  const thenMs = closed ? Date.parse(closed.at) : nowMs
  return [asJudged(snapshot, stage).sheet, ...others].map((sheet) => ({
    sheet,
    problems: logic.problems(bySheetAnew(snapshot, stage, sheet.id), thenMs),
  }))
}
