import { sectionOf } from '../../works/sleeves/read-sleeves'
import { crownNowMm } from '../../works/sleeves/barring'
import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import { lotOf } from '../simulated-engine'
import type { UnitTruth } from '../unit-truth'

/** Injectors with their washers, the rod on a piston, and what a puller takes. */
export const plays: Plays<UnitTruth> = {
  'injector-out': (truth, { spot: { cylinder } }) => ({
    trimCode: `T${Math.round(lotOf(`trim ${cylinder}`) * 89_999 + 10_000)}`,
    washers: truth.washers[cylinder!] ?? 1,
  }),
  'prove-clear': (_, { snapshot, spot: { cylinder } }) => {
    const { crank } = snapshot.sheet.sections
    const crownMm = crownNowMm(snapshot, cylinder!)
    // From the fire deck the rod goes through the gasket, and where there is a bowl to its bottom.
    return { depthMm: crank && crownMm !== null ? round(crownMm + crank.gasketMm + crank.bowlMm, 1) : null }
  },
  'sleeve-out': (_, { snapshot, spot: { cylinder } }) => ({
    school: sectionOf(snapshot)?.kind === 'expanded' ? 'expanding' : 'tap',
    peakNm: round(34 + scatter(`pull ${cylinder}`, 6), 0),
    chipsOut: true,
  }),
}
