import { faceEntries, padAt } from '../../works/faces/read-faces'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'

/** What the air under a face seal does. */
export const plays: Plays<UnitTruth> = {
  'air-on': (_, { snapshot, spot: { place } }) => ({ startKPa: padAt(snapshot, place)?.of.airKPa ?? 0 }),
  'air-test': (truth, { snapshot, spot: { place } }) => {
    const airKPa = padAt(snapshot, place)?.of.airKPa ?? 0
    // One that was taken off again and set anew holds.
    const sets = faceEntries(snapshot, 'steps', place ?? '').filter((s) => s.step === 'ring-out').length
    const lostKPa = sets > 1 ? undefined : truth.faces?.lostKPa[place ?? '']
    return { endKPa: airKPa - (lostKPa ?? 0.2) }
  },
}
