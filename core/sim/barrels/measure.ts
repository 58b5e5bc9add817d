import { usualDepthsMm } from '../../works/barrels/parts'
import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { atBarrel } from './at-barrel'
import { shown, type BarrelTruth } from './truth'

type Level = BarrelTruth['walls'][string]['levels'][number]
/** The wall at a depth, between the levels that are known of it; beyond the last as there. */
function wallAt(levels: readonly Level[], depthMm: number, newMm: number): { thrustMm: number; alongMm: number } {
  const [first] = levels
  if (!first) return { thrustMm: newMm, alongMm: newMm }
  const below = levels.findIndex((l) => l.depthMm >= depthMm)
  if (below <= 0) return below === 0 ? first : levels.at(-1)!
  const [a, b] = [levels[below - 1]!, levels[below]!]
  const share = (depthMm - a.depthMm) / (b.depthMm - a.depthMm)
  const between = (way: 'thrustMm' | 'alongMm') => a[way] + share * (b[way] - a[way])
  return { thrustMm: between('thrustMm'), alongMm: between('alongMm') }
}

/** A worn bore under the bore gauge, and what the eye sees of its wall. */
export const plays: Plays<UnitTruth> = {
  'measure-barrel': (unit, asked) => {
    const { truth, spot } = atBarrel(unit, asked)
    const { barrel } = spot.of
    const { wall, levels } = truth.walls[spot.place] ?? { wall: 'sound' as const, levels: [] }
    const bore = (mm: number, name: string) => shown(truth, mm, barrel.expansionPerC, `${name} ${spot.place}`)
    const usual = usualDepthsMm(spot)
    const given = (asked.sofar.levels ?? []) as ({ depthMm?: number } | undefined)[]
    return {
      wall,
      levels: Array.from({ length: Math.max(usual.length, given.length) }, (_, i) => {
        const depthMm = given[i]?.depthMm ?? usual[i] ?? barrel.lengthMm / 2
        const at = wallAt(levels, depthMm, barrel.boreMm)
        return { depthMm, thrustMm: bore(at.thrustMm, `thrust ${i}`), alongMm: bore(at.alongMm, `along ${i}`) }
      }),
      partC: truth.partC,
      masterMm: barrel.boreMm,
    }
  },
}
