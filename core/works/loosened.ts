import type { Snapshot } from '../job/snapshot'
import { entriesOf, type RowsName } from './kinds'

/** What takes an injector out, and its clamp with it. */
const injectorOut: readonly RowsName[] = [
  'sleeves.injectors',
  'sleeves.washers',
  'sleeves.washersOut',
  'sleeves.seatCuts',
]
interface Taken {
  seq: number
  cylinder?: number
  place?: string
  step?: string
  struck?: unknown
}
const seqOf = (snapshot: Snapshot, rows: readonly RowsName[], test: (e: Taken) => boolean): number =>
  Math.max(
    -1,
    ...rows
      .flatMap((name) => entriesOf(snapshot, name) as readonly unknown[] as Taken[])
      .filter((e) => !e.struck && test(e))
      .map((e) => e.seq),
  )

/**
 * When a joint was last taken apart by the work done there: what was tightened before it holds nothing now.
 *
 * @returns the place of that entry in the job; -1 where nothing took it apart
 */
export function loosenedSeq(
  snapshot: Snapshot,
  code: string,
  cylinder: number | null,
  place: string | null = null,
): number {
  const { sleeves, front, faces } = snapshot.sheet.sections
  if (cylinder !== null)
    return sleeves?.clampJoint === code ? seqOf(snapshot, injectorOut, (e) => e.cylinder === cylinder) : -1
  // What is cleaned to go on was off.
  const covers = (front?.ends ?? []).filter((e) => e.cover?.joint === code).map((e) => e.end as string)
  const pads = (faces?.pads ?? []).some((p) => p.joint === code)
  return Math.max(
    // A seal that comes off again has its nuts off.
    pads ? seqOf(snapshot, ['faces.steps'], (e) => e.place === place && e.step === 'ring-out') : -1,
    seqOf(snapshot, ['front.coversOff'], (e) => covers.includes(e.place!)),
    seqOf(snapshot, ['front.coverSteps'], (e) => covers.includes(e.place!) && e.step === 'clean'),
    front?.damper?.joint === code ? seqOf(snapshot, ['front.pulled', 'front.fits'], () => true) : -1,
    front?.flywheel?.joint === code ? seqOf(snapshot, ['front.flywheelFreed'], (e) => e.step === 'off') : -1,
    front?.flywheel?.joint === code ? seqOf(snapshot, ['front.flywheelMounted'], (e) => e.step === 'clean') : -1,
  )
}
