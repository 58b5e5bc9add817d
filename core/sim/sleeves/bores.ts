import { lastAt, sectionOf } from '../../works/sleeves/read-sleeves'
import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'

/** Bores of the head under the bore gauge, and what the eye sees in them. */
export const plays: Plays<UnitTruth> = {
  'sleeve-bore': (truth, { snapshot, spot: { cylinder } }) => {
    const section = sectionOf(snapshot)
    if (!section) throw new RangeError('The sheet has no injector sleeves.')
    const at = (where: string) =>
      round(section.headBoreMm + (truth.boreOffMm[cylinder!] ?? 0) + scatter(`bore ${cylinder} ${where}`, 0.004), 3)
    return {
      topMm: [at('top a'), at('top b')],
      bottomMm: [at('bottom a'), at('bottom b')],
      damage: 'none',
      // Old compound is there until somebody was sent back for it.
      clean: lastAt(snapshot, 'bores', cylinder!) !== null,
    }
  },
}
