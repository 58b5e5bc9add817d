import type { LeakCounts } from '#contract/leak-counts'
import { num, select, str } from './read-values'
import type { Store } from './store'

/** How often each cause was taken as found in the shop's signed jobs. */
export async function countLeaks(store: Store): Promise<LeakCounts> {
  const found = await select(
    store,
    `SELECT JSON_VALUE(e.body, '$.cause') AS cause, COUNT(*) AS n FROM jobEntries e
     JOIN jobCards c ON c.jobId = e.jobId LEFT JOIN strikes s ON s.targetId = e.id
     WHERE e.what = 'settle-cause' AND c.signed = 1 AND s.targetId IS NULL GROUP BY cause`,
  )
  return Object.fromEntries(found.map((r) => [str(r.cause), num(r.n)]))
}
