import { z } from 'zod'
import type { Snapshot } from '../job/snapshot'
import { cylinderNumber } from '../schema'
import { leakKinds, startLeakTable, type LeakTest } from '../works/leaks/leak-table'
import { lastAt, readIn, sectionOf, sleeveEntries } from '../works/sleeves/read-sleeves'
import { barrelTruth } from './barrels/truth'
import { blockTruth } from './block/truth'
import { bushingTruth } from './bushings/truth'
import { faceTruth } from './faces/truth'
import { frontTruth } from './front/truth'

/** What nobody on the floor can see of a simulated engine: where it leaks, what lies under its injectors, what its bores are. */
export const unitTruth = z.object({
  leaks: z.array(z.object({ kind: z.enum(leakKinds), cylinder: cylinderNumber.nullable() })),
  /** Washers under each injector as it came in, where not one. */
  washers: z.record(z.string(), z.number()),
  /** What each bore of the head is larger than the sheet has it, mm, where anything. */
  boreOffMm: z.record(z.string(), z.number()),
  /** Return flow of each injector, ml a minute. */
  flows: z.record(z.string(), z.number()),
  /** Of a block whose cam bushings are done. */
  bushings: bushingTruth.optional(),
  /** Of one whose damper, covers and seals are done. */
  front: frontTruth.optional(),
  /** Of a gearbox with face seals. */
  faces: faceTruth.optional(),
  /** Of a unit whose barrels are done. */
  barrels: barrelTruth.optional(),
  /** Of deck, heads and the old gasket. */
  block: blockTruth.optional(),
})
export type UnitTruth = z.infer<typeof unitTruth>

/** Washers under an injector now: as it came in, or as this job put them. */
export function washersUnder(truth: UnitTruth, snapshot: Snapshot, cylinder: number): number[] {
  const section = sectionOf(snapshot)
  const each = section?.washerMm ?? 0
  const out = Math.max(
    lastAt(snapshot, 'washersOut', cylinder)?.seq ?? -1,
    lastAt(snapshot, 'injectors', cylinder)?.seq ?? -1,
  )
  const put = sleeveEntries(snapshot, 'washers').filter((w) => w.cylinder === cylinder && w.seq > out)
  const before = out < 0 ? Array<number>(truth.washers[cylinder] ?? 1).fill(each) : []
  return [...before, ...put.map((w) => w.thicknessMm)]
}

/** Where it leaks as it stands now: what was mended leaks no more. */
export function leaksNow(truth: UnitTruth, snapshot: Snapshot): UnitTruth['leaks'] {
  return truth.leaks.filter(({ kind, cylinder }) => {
    if (cylinder === null) return true
    if (kind === 'washer') return washersUnder(truth, snapshot, cylinder).length !== 1
    if (kind !== 'sleeve-seal' && kind !== 'sleeve-seat') return true
    const { entry, drawn } = readIn(snapshot, cylinder)
    return entry === null || (drawn !== null && drawn.verdict !== 'tight')
  })
}

/** From which chance on a test of the simulated engine shows a leak: it has no doubts. */
const SHOWS = 0.5
export function testShows(truth: UnitTruth, snapshot: Snapshot, test: LeakTest, cylinder: number | null): boolean {
  const { shows } = startLeakTable.tests[test]
  return leaksNow(truth, snapshot).some(
    (l) => shows[l.kind] >= SHOWS && (cylinder === null || l.cylinder === null || l.cylinder === cylinder),
  )
}
