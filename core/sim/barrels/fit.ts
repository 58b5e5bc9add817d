import { readFit } from '../../works/barrels/fit/read'
import { entriesAt } from '../../works/barrels/read-barrels'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { atBarrel } from './at-barrel'
import { round, scatter } from '../scatter'
import { boredTo, edges, two } from './truth'

/** Sleeves off the shelf, barrels under the boring bar, seats under the depth gauge. */
export const plays: Plays<UnitTruth> = {
  'measure-sleeve': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    // One with a thicker flange, or more of it outside, where the first did not do.
    const n = entriesAt(asked.snapshot, 'sleeves', spot.place).length
    const { outerMm, innerMm, flangeMm } = truth.sleeve
    const outer = (p: string) => round(outerMm + 0.05 * n + scatter(`sleeve ${spot.place} ${n} ${p}`, 0.001), 3)
    return { outerMm: [outer('a'), outer('b')], innerMm, flangeMm: round(flangeMm + 0.1 * n, 3) }
  },
  'bore-barrel': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    const { boreNowMm, cutMm } = readFit(asked.snapshot, spot)
    const toMm = boreNowMm !== null && cutMm !== null ? boreNowMm + cutMm : null
    const levels = truth.walls[spot.place]?.levels ?? []
    const firstMm = Math.max(spot.of.barrel.boreMm, ...levels.flatMap((l) => [l.thrustMm, l.alongMm]))
    const mm = boredTo(truth, boreNowMm, firstMm, toMm)
    const n = entriesAt(asked.snapshot, 'bored', spot.place).length
    return { boreMm: two(truth, spot, mm, spot.of.barrel.expansionPerC, `bored ${n}`), partC: truth.partC }
  },
  'cut-seat-ring': (unit, asked) => {
    const { spot } = atBarrel(unit, asked)
    const { sleeve } = spot.of
    const flangeMm = readFit(asked.snapshot, spot).sleeve?.flangeMm ?? sleeve.flangeMm
    const wantMm = flangeMm - (sleeve.proud.minMm + sleeve.proud.maxMm) / 2
    return { edgesMm: edges(spot, [wantMm, wantMm, wantMm, wantMm], 'ring') }
  },
}
