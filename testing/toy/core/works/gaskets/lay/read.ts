import type { Snapshot } from '../../../job/snapshot'
import { judgeUpper } from '../../../measure/verdict'
import type { Groups } from '../../kinds'
import { standingEntries } from '../../standing-entries'

type Gaskets = NonNullable<Groups['gaskets']>

/** What lies on a pad, and how it lies; null where nothing does. */
export function readGasket(snapshot: Snapshot, place: string) {
  const entry = standingEntries<Gaskets['gaskets']>(snapshot, 'gaskets.gaskets').findLast((g) => g.place === place)
  return entry ? { entry, gap: judgeUpper(entry.gapMm, MOST_GAP_MM, entry.uncertaintyMm) } : null
}
/** More gap than this leaks, mm. */
export const MOST_GAP_MM = 0.1
