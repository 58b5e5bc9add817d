import type { Snapshot } from '../job/snapshot'
import { entriesOf, type RowsName } from './kinds'

/** What takes an injector out, and its clamp with it. */
const injectorOut: readonly RowsName[] = [
  'sleeves.injectors',
  'sleeves.washers',
  'sleeves.washersOut',
  'sleeves.seatCuts',
]

/**
 * When a joint was last taken apart by the work done there: what was tightened before it holds nothing now.
 *
 * @returns the place of that entry in the job; -1 where nothing took it apart
 */
export function loosenedSeq(snapshot: Snapshot, code: string, cylinder: number | null): number {
  if (cylinder === null || snapshot.sheet.sections.sleeves?.clampJoint !== code) return -1
  const all = injectorOut.flatMap((rows) => entriesOf(snapshot, rows)) as {
    seq: number
    cylinder?: number
    struck?: unknown
  }[]
  return Math.max(-1, ...all.filter((e) => e.cylinder === cylinder && !e.struck).map((e) => e.seq))
}
