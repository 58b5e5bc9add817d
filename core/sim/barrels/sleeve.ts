import { entriesAt } from '../../works/barrels/read-barrels'
import { heatsOf } from '../../works/barrels/sleeve/read'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { atBarrel } from './at-barrel'
import { edges } from './truth'

/** Barrels out of the oven: a sleeve sticks as often as it does, its flange stands as it stands. */
export const plays: Plays<UnitTruth> = {
  'barrel-hot': (unit, asked) => ({ ovenC: atBarrel(unit, asked).spot.of.oven.maxHeatC }),
  'sleeve-drops': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    return { home: heatsOf(asked.snapshot, spot.place) > truth.sticks }
  },
  'flange-stands': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    const { minMm, maxMm } = spot.of.sleeve.proud
    const mid = (minMm + maxMm) / 2
    const lapped = entriesAt(asked.snapshot, 'lapped', spot.place).length > 0
    return { edgesMm: edges(spot, lapped ? [mid, mid, mid, mid] : truth.flangeProudMm, 'flange'), portsClear: true }
  },
}
