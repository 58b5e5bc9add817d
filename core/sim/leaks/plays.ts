import type { ComplaintName } from '../../job/intake'
import type { LeakKind } from '../../works/leaks/leak-table'
import { testAt } from '../../works/leaks/read-leak'
import { bushingsWorn } from '../bushings/truth'
import type { Plays } from '../play'
import { leaksNow, testShows, type UnitTruth } from '../unit-truth'

/** Which leaks each complaint comes from, and what its instrument reads without and with them. */
const complaints: Partial<Record<ComplaintName, { from: readonly LeakKind[]; good: number; bad: number }>> = {
  'fuel-in-coolant': { from: ['sleeve-seal'], good: 0, bad: 6 },
  'gas-in-coolant': { from: ['washer', 'sleeve-seat', 'head-gasket', 'liner-sunk', 'head-crack'], good: 0, bad: 24 },
  'coolant-loss': { from: ['head-gasket', 'liner-sunk', 'head-crack', 'washer', 'sleeve-seat'], good: 0, bad: 1.6 },
  'coolant-in-oil': { from: ['liner-seal', 'oil-cooler'], good: 0, bad: 4 },
  'white-smoke': { from: ['head-gasket', 'liner-sunk', 'head-crack'], good: 0, bad: 3 },
  overheats: { from: ['head-gasket', 'liner-sunk', 'head-crack'], good: 86, bad: 104 },
  'head-gasket': { from: ['head-gasket', 'liner-sunk'], good: 6, bad: 38 },
}

/** What a test shows, and what the complaint's own instrument reads again. */
export const plays: Plays<UnitTruth> = {
  'note-test': (truth, { snapshot, spot }) => {
    const { test, cylinder } = testAt(spot.place!)
    return { positive: testShows(truth, snapshot, test, cylinder) }
  },
  'run-again': (truth, { snapshot, spot }) => {
    const complaint = spot.place as ComplaintName
    if (complaint === 'oil-pressure' && truth.bushings)
      return bushingsWorn(snapshot) ? { gone: false, before: 70, now: 75 } : { gone: true, before: 70, now: 215 }
    const of = complaints[complaint]
    const shows = leaksNow(truth, snapshot).some((l) => of?.from.includes(l.kind) ?? false)
    return of ? { gone: !shows, before: of.bad, now: shows ? of.bad : of.good } : { gone: !shows }
  },
}
