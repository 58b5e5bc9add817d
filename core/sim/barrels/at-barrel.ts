import { barrelAt, type BarrelSpot } from '../../works/barrels/read-barrels'
import type { Asked } from '../play'
import type { UnitTruth } from '../unit-truth'
import type { BarrelTruth } from './truth'

/** The barrel that is asked about, and what nobody sees of it. @throws RangeError where there is none */
export function atBarrel({ barrels }: UnitTruth, { snapshot, spot }: Asked): { truth: BarrelTruth; spot: BarrelSpot } {
  const found = barrelAt(snapshot, spot.place)
  if (!barrels || !found) throw new RangeError(`Nothing is known of ${spot.place}.`)
  return { truth: barrels, spot: found }
}
