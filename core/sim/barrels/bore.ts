import type { Snapshot } from '../../job/snapshot'
import { readBore, wallExpansionPerC, type BoreState } from '../../works/barrels/bore/read'
import { entriesAt, type BarrelSpot } from '../../works/barrels/read-barrels'
import type { Asked, Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { atBarrel } from './at-barrel'
import { scatter } from '../scatter'
import { boredTo, firstBoreMm, shown, two } from './truth'

/** The bore after what was to be done to it. */
function bored(unit: UnitTruth, asked: Asked, toMm: (state: BoreState, spot: BarrelSpot) => number | null) {
  const { truth, spot } = atBarrel(unit, asked)
  const { snapshot } = asked
  const state = readBore(snapshot, spot)
  const mm = boredTo(truth, state.boreNowMm, firstBoreMm(truth, snapshot, spot), toMm(state, spot))
  const n = entriesAt(snapshot, 'cuts', spot.place).length + entriesAt(snapshot, 'hones', spot.place).length
  return { boreMm: two(truth, spot, mm, wallExpansionPerC(snapshot, spot), `wall ${n}`), partC: truth.partC }
}
const depthsIn = (sofar: Record<string, unknown>, snapshot: Snapshot, { of: { barrel } }: BarrelSpot): number[] => {
  const levels = (sofar.levels ?? []) as ({ depthMm?: number } | undefined)[]
  const usual = [10, barrel.lengthMm / 2, barrel.lengthMm - 10]
  return Array.from({ length: Math.max(3, levels.length) }, (_, i) => levels[i]?.depthMm ?? usual[i] ?? usual[2]!)
}

/** Bores under bar and stone, each step measured, and the finished bore. */
export const plays: Plays<UnitTruth> = {
  'bore-cut': (unit, asked) =>
    bored(unit, asked, ({ boreNowMm, cutMm }) => (boreNowMm === null ? null : boreNowMm + cutMm)),
  'hone-step': (unit, asked) =>
    bored(unit, asked, ({ boreNowMm, honeLeftMm }, { of }) =>
      boreNowMm !== null && honeLeftMm !== null ? boreNowMm + Math.min(honeLeftMm, of.finish.stoneMm) : null,
    ),
  'finish-bore': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    const { snapshot, sofar } = asked
    const { boreNowMm, bore } = readBore(snapshot, spot)
    const expansionPerC = wallExpansionPerC(snapshot, spot)
    const finishMm = boreNowMm ?? spot.of.barrel.boreMm
    const read = (name: string, i: number) => shown(truth, finishMm, expansionPerC, `${name} ${spot.place} ${i}`)
    return {
      levels: depthsIn(sofar, snapshot, spot).map((depthMm, i) => ({
        depthMm,
        thrustMm: read('done thrust', i),
        alongMm: read('done along', i),
      })),
      partC: truth.partC,
      masterMm: spot.of.barrel.boreMm,
      marksLeft: false,
      crosshatchDeg: Math.round(bore ? spot.of.finish.crosshatchDeg + scatter(`hatch ${spot.place}`, 1.5) : 0),
    }
  },
}
