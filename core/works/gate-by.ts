import { whole, type GateProblem } from '../job/gate'
import { earlierOpen } from '../job/route'
import type { Snapshot } from '../job/snapshot'
import type { StageLogic } from './stage-logic'
import type { StageName } from './stage-table'

/**
 * What stands in the way of closing a stage, by its logic and by its place on the route.
 * `record` is closed by signing, after every stage that no job may pass by.
 *
 * @param nowMs now: what waits is judged by it
 */
export function gateBy(logic: StageLogic, snapshot: Snapshot, stage: StageName, nowMs: number): GateProblem[] {
  const own = logic.problems(snapshot, nowMs)
  const earlier = !own.some((p) => p.code === 'earlier-open') && earlierOpen(snapshot, stage)
  return [...whole('earlier-open', earlier, false), ...own]
}
