import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'

/** A gasket under a micrometer, and a leaf beside it. */
export const plays: Plays<UnitTruth> = {
  'lay-gasket': (_, { snapshot, spot: { place } }) => ({
    thicknessMm: round((snapshot.sheet.sections.gaskets?.thicknessMm ?? 1) + scatter(`gasket ${place}`, 0.01), 3),
    gapMm: 0.02,
  }),
}
