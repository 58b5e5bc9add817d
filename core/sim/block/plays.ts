import type { Plays } from '../play'
import { round } from '../scatter'
import { lotOf } from '../simulated-engine'
import type { UnitTruth } from '../unit-truth'

/** Leaves under a straight edge, and a micrometer on the old gasket. */
export const plays: Plays<UnitTruth> = {
  'read-line': (truth, { snapshot, spot }) => {
    const key = spot.place ?? ''
    const gapMm = truth.block?.gapsMm[key] ?? 0.02 * lotOf(key)
    const leaves = [...snapshot.tooling.leavesMm].sort((a, b) => a - b)
    return { gapMm: leaves.findLast((l) => l <= gapMm) ?? 0, notMm: leaves.find((l) => l > gapMm) ?? null }
  },
  'read-fire-ring': (truth, { snapshot, spot: { cylinder } }) => {
    const rings = truth.block?.ringsMm[cylinder!]
    if (!rings) throw new RangeError(`The old gasket has no ring ${cylinder}.`)
    return {
      readings: rings.map((mm, i) => ({
        angleDeg: snapshot.stationsDeg[i]!,
        valueMm: round(mm + 0.002 * (lotOf(`ring ${cylinder} ${i}`) - 0.5), 3),
      })),
    }
  },
}
