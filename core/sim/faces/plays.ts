import { padAt } from '../../works/faces/read-faces'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'

/** What the air under a face seal does. */
export const plays: Plays<UnitTruth> = {
  'air-test': (truth, { snapshot, spot: { place } }) => {
    const airKPa = padAt(snapshot, place)?.of.airKPa ?? 0
    return { startKPa: airKPa, endKPa: airKPa - (truth.faces?.lostKPa[place ?? ''] ?? 0.2) }
  },
}
