import type { Schedule, ScheduleQuery } from '#contract/shop'
import { readSettings } from '../store/read'
import type { Store } from '../store/store'
import type { WorkPool } from '../work/pool'
import { readOpenJobs } from './read-open-jobs'

/**
 * The plan of every open job of the shop, made anew from what is done by now, by this machine's clock.
 *
 * @param query which piece of it; left out, all of it
 *
 * @throws ApiProblem `busy`, `took-too-long`
 */
export async function readSchedule(
  store: Store,
  house: WorkPool,
  now: Date,
  query: ScheduleQuery | null = null,
): Promise<Schedule> {
  const [{ crew }, jobs] = await Promise.all([readSettings(store), readOpenJobs(store)])
  return house.run('laySchedule', {
    jobs,
    crew,
    query,
    madeAt: now.toISOString(),
    offsetMinutes: -now.getTimezoneOffset(),
  })
}
