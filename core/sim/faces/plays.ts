import { faceEntries, padAt } from '../../works/faces/read-faces'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'

/** What the air under a face seal does. */
export const plays: Plays<UnitTruth> = {
  'air-test': (truth, { snapshot, spot: { place } }) => {
    const airKPa = padAt(snapshot, place)?.of.airKPa ?? 0
    // One that was taken off again and set anew holds.
    const sets = faceEntries(snapshot, 'steps', place ?? '').filter((s) => s.step === 'ring-out').length
    const lostKPa = sets > 1 ? undefined : truth.faces?.lostKPa[place ?? '']
    return { startKPa: airKPa, endKPa: airKPa - (lostKPa ?? 0.2) }
  },
}
