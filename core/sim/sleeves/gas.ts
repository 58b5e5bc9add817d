import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import { testShows, type UnitTruth } from '../unit-truth'

/** What soap water shows, and what an injector gives back. */
export const plays: Plays<UnitTruth> = {
  'soap-look': (truth, { snapshot, spot }) => ({ bubbles: testShows(truth, snapshot, 'soap', spot.cylinder) }),
  'return-flow': (truth, { spot }) => ({
    value: truth.flows[spot.cylinder!] ?? round(24 + scatter(`flow ${spot.cylinder}`, 1.6), 1),
  }),
}
