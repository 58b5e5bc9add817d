import { deeperMm, readTip, sectionOf, sleeveEntries } from '../../works/sleeves/read-sleeves'
import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import { washersUnder, type UnitTruth } from '../unit-truth'

/** Where a tip stands, and how many washers come out with it. */
export const plays: Plays<UnitTruth> = {
  'measure-tip': (truth, { snapshot, spot }) => {
    const cylinder = spot.cylinder!
    const section = sectionOf(snapshot)
    if (!section) throw new RangeError('The sheet has no injector sleeves.')
    const cutMm = sleeveEntries(snapshot, 'seatCuts')
      .filter((c) => c.cylinder === cylinder)
      .reduce((sum, c) => sum + c.byMm, 0)
    const under = washersUnder(truth, snapshot, cylinder).reduce((sum, t) => sum + t - section.crushMm, 0)
    const tip = section.injectorSeatToTipMm - (section.seatAboveMm - cutMm) - under
    return { valueMm: round(tip + scatter(`tip ${cylinder}`, 0.012), 3) }
  },
  'washers-out': (truth, { snapshot, spot }) => ({ count: washersUnder(truth, snapshot, spot.cylinder!).length }),
  'cut-seat': (_, { snapshot, spot }) => {
    const section = sectionOf(snapshot)
    const { tip } = readTip(snapshot, spot.cylinder!)
    return { byMm: round(Math.max(0.02, Math.min(5, (section && deeperMm(section, tip?.valueMm)) ?? 0)), 3) }
  },
}
