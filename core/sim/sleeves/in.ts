import { readIn, sectionOf } from '../../works/sleeves/read-sleeves'
import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'

/** How far a sleeve's top stands below the face, and the bore that its mandrel left. */
export const plays: Plays<UnitTruth> = {
  'sleeve-in': (_, { snapshot, spot }) => {
    const cylinder = spot.cylinder!
    const mandrelMm = readIn(snapshot, cylinder).steps.findLast((s) => s.step === 'drawn')?.mandrelMm ?? null
    const section = sectionOf(snapshot)
    // As it came, where nothing was drawn through it.
    const acrossMm = mandrelMm === null ? (section?.sleeveBoreMm ?? null) : mandrelMm - (section?.springbackMm ?? 0)
    return {
      boreMm: acrossMm === null ? null : round(acrossMm + scatter(`drawn ${cylinder}`, 0.002), 3),
      topBelowMm: round(0.12 + scatter(`top ${cylinder}`, 0.03), 2),
    }
  },
}
