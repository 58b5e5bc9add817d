import { compareSchools, readSettling, type Settling } from '#core/whole/settling'
import { readSnapshot } from './read'
import { select } from './read-values'
import type { Store } from './store'

/** So many comebacks are read at most: each opens two jobs. */
const MOST = 12

/**
 * How the liners settled in engines of this kind that came back: from one job's final check to the next one's as-found.
 * Jobs that came as files are no experience of this shop, whatever engine or job they name.
 */
export async function readEngineSettling(store: Store, engineId: string): Promise<Settling> {
  const found = await select(
    store,
    `SELECT j.id, j.fromJobId FROM jobs j JOIN jobs f ON f.id = j.fromJobId
     WHERE j.engineId = :engineId AND f.engineId = :engineId AND j.takenIn IS NULL AND f.takenIn IS NULL
     ORDER BY j.number DESC LIMIT ${MOST}`,
    { engineId },
  )
  const pairs = []
  for (const { id, fromJobId } of found) {
    const [built, next] = [await readSnapshot(store, String(fromJobId)), await readSnapshot(store, String(id))]
    const pair = built && next && readSettling(built, next)
    if (pair) pairs.push(pair)
  }
  return { pairs, schools: compareSchools(pairs) }
}
