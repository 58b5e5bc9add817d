import type { LeakCounts } from '#contract/leak-counts'
import { num, select, str } from './read-values'
import type { Store } from './store'

/** How often each cause was taken as found in the shop's signed jobs; one that came as a file is another shop's experience. */
export async function countLeaks(store: Store): Promise<LeakCounts> {
  const found = await select(
    store,
    `SELECT JSON_VALUE(e.body, '$.cause') AS cause, COUNT(*) AS n FROM jobEntries e
     JOIN jobCards c ON c.jobId = e.jobId JOIN jobs j ON j.id = e.jobId LEFT JOIN strikes s ON s.targetId = e.id
     WHERE e.what = 'settle-cause' AND c.signed = 1 AND c.ended = 0 AND j.takenIn IS NULL AND s.targetId IS NULL GROUP BY cause`,
  )
  return Object.fromEntries(found.map((r) => [str(r.cause), num(r.n)]))
}
