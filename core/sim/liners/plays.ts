import type { Plays } from '../play'
import { scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'

/** What a wrench takes where nothing holds a liner or its rings more than usual, N·m. */
const USUAL_PULL_NM = 58
const USUAL_PRESS_NM = 34

/** Liners that come out and go in as they should. */
export const plays: Plays<UnitTruth> = {
  'log-pull': (_, { spot }) => ({
    peakNm: Math.round(USUAL_PULL_NM + scatter(`pull ${spot.cylinder}`, 12)),
    ranOut: 'coolant',
  }),
  'press-liner': (_, { spot, about }) => ({
    atDeg: about === null ? null : Math.round(about + scatter(`clock ${spot.cylinder}`, 0.6)),
    peakNm: Math.round(USUAL_PRESS_NM + scatter(`press ${spot.cylinder}`, 6)),
  }),
  'try-pilot': () => ({ drops: true }),
}
