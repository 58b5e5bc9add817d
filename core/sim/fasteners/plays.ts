import type { Plays } from '../play'
import { round, scatter } from '../scatter'
import type { UnitTruth } from '../unit-truth'

/** A sound bolt is so much shorter than the book allows, mm. */
const SPARE_MM = 0.3

/** What the simulated bolts answer: each clicks where the wrench is set, which its question offers, and none is stretched. */
export const plays: Plays<UnitTruth> = {
  'measure-bolt': (_, { about, sofar }) => ({
    freeLengthMm: round((about ?? 100) - SPARE_MM + scatter(`bolt ${String(sofar.bolt)}`, SPARE_MM / 2), 2),
  }),
}
