import { compareSets, type SetComparison } from '../../measure/compare-sets'
import { carriesPlane } from '../../measure/fit-plane'
import { SLACK_MM } from '../../schema'
import { readDeck, type CylinderState } from './deck'
import type { Snapshot } from '../../job/snapshot'
import { stationReadings } from '../../job/stations'

/** What has most likely happened to a liner between the dry fit and now. */
export type ShiftCause = 'same' | 'dirt-or-ring' | 'shim-upside-down' | 'not-down' | 'seated-deeper'

export interface DryComparison extends SetComparison {
  cylinder: number
  cause: ShiftCause
  /** Some station differs by more than twice what the gauge can tell, and by a tenth of the window: there is no doubt. */
  sure: boolean
}

/** Stations that both sets have, one value each. */
function shared(dry: CylinderState, now: CylinderState) {
  const before = stationReadings(dry.stations)
  const after = stationReadings(now.stations)
  const both = before.filter((b) => after.some((a) => a.angleDeg === b.angleDeg))
  const bare = ({ angleDeg, valueMm }: { angleDeg: number; valueMm: number }) => ({ angleDeg, valueMm })
  return { before: both.map(bare), after: both.map((b) => bare(after.find((a) => a.angleDeg === b.angleDeg)!)) }
}

function causeOf(comparison: SetComparison, shimmed: boolean): ShiftCause {
  if (comparison.reading === 'same') return 'same'
  if (comparison.reading === 'one-side-up') return 'dirt-or-ring'
  if (comparison.reading === 'down') return 'seated-deeper'
  return shimmed ? 'shim-upside-down' : 'not-down'
}

/**
 * The final check against the dry set, liner by liner: what has moved, which way, and the
 * likely cause. Liners that were not measured at three shared stations both times are left out.
 */
export function compareWithDry(snapshot: Snapshot): DryComparison[] {
  const dry = readDeck(snapshot, 'trial-fit')
  const now = readDeck(snapshot, 'final-check')
  return now.cylinders.flatMap((state) => {
    const was = dry.cylinders.find((c) => c.cylinder === state.cylinder)!
    const { before, after } = shared(was, state)
    if (!carriesPlane(before)) return []
    const uncertaintyMm = Math.max(was.uncertaintyMm, state.uncertaintyMm)
    const comparison = compareSets(before, after, uncertaintyMm)
    const doubtMm = Math.max(
      2 * Math.SQRT2 * uncertaintyMm,
      (snapshot.sheet.limits.maxMm - snapshot.sheet.limits.minMm) / 10,
    )
    const sure = comparison.stations.some((s) => Math.abs(s.differenceMm) > doubtMm + SLACK_MM)
    return [{ cylinder: state.cylinder, ...comparison, cause: causeOf(comparison, was.shimIn !== null), sure }]
  })
}
