import { z } from 'zod'
import { placeCode } from '../job/place'
import type { Snapshot } from '../job/snapshot'
import { lengthMm, temperatureC, thicknessMm } from '../schema'
import { wallLooks } from '../works/barrels/kinds'
import { readBore, wallExpansionPerC } from '../works/barrels/read-bore'
import { barrelAt, entriesAt, readWorn, type BarrelSpot } from '../works/barrels/read-barrels'
import { heatsOf, readFit } from '../works/barrels/read-fit'
import type { EngineAnswer } from './engine-answer'
import { lotOf } from './simulated-engine'

/** What nobody sees of simulated barrels. Lengths mm at 20 °C. */
export const barrelTruth = z.object({
  /** Each bore from its top: as worn as it is, along and across. */
  walls: z.record(
    placeCode,
    z.object({
      wall: z.enum(wallLooks),
      levels: z.array(z.object({ depthMm: lengthMm, thrustMm: thicknessMm, alongMm: thicknessMm })),
    }),
  ),
  /** How warm the shop's parts lie. */
  partC: temperatureC,
  /** What the bore gauge reads too much, beside its master. */
  gaugeBiasMm: z.number(),
  /** The share of a cut that the boring bar springs away from. */
  springShare: z.number().min(0).max(1),
  /** Sleeves as they come off the shelf. */
  sleeve: z.object({ outerMm: thicknessMm, innerMm: thicknessMm, flangeMm: thicknessMm }),
  /** How often one sticks before it goes home. */
  sticks: z.int().min(0),
  /** How the flange stands when first cold. */
  flangeProudMm: z.array(lengthMm).length(4),
})
export type BarrelTruth = z.infer<typeof barrelTruth>

const at = { place: placeCode }
/** What is asked of them: a gauge, a look or a hand. */
export const barrelQuestions = [
  z.strictObject({ ask: z.literal('barrel-wall'), ...at }),
  z.strictObject({ ask: z.literal('sleeve-part'), ...at }),
  z.strictObject({ ask: z.literal('bored'), ...at, toMm: thicknessMm.nullable() }),
  z.strictObject({ ask: z.literal('seat-ring'), ...at }),
  z.strictObject({ ask: z.literal('barrel-oven'), ...at }),
  z.strictObject({ ask: z.literal('drops'), ...at }),
  z.strictObject({ ask: z.literal('flange'), ...at }),
  z.strictObject({ ask: z.literal('wall-bored'), ...at, toMm: thicknessMm.nullable() }),
  z.strictObject({ ask: z.literal('wall-finish'), ...at }),
] as const
export type BarrelQuestion = z.infer<(typeof barrelQuestions)[number]>

const scatter = (name: string, by: number) => (2 * lotOf(name) - 1) * by
const round = (value: number, digits: number) => Number(value.toFixed(digits))

/** What the bore gauge shows of a diameter, in a part as warm as it lies. */
function shown(truth: BarrelTruth, mm: number, expansionPerC: number, name: string): number {
  return round(mm * (1 + expansionPerC * (truth.partC - 20)) + truth.gaugeBiasMm + scatter(name, 0.001), 3)
}

/** Where a bore ends that is to be brought to a size: the bar springs away from a part of each cut. */
function boredTo(truth: BarrelTruth, nowMm: number | null, firstMm: number, toMm: number | null): number {
  if (nowMm === null || toMm === null) return firstMm
  return toMm - Math.max(0, toMm - nowMm) * truth.springShare
}

/** The bore of a sleeve that sits, or of a barrel that had none: as it first is. */
function firstBoreMm(truth: BarrelTruth, snapshot: Snapshot, spot: BarrelSpot): number {
  const { way } = readWorn(snapshot, spot)
  if (way === 'sleeve') {
    const { press } = readFit(snapshot, spot)
    return truth.sleeve.innerMm - (press?.boreClosureMm ?? 0)
  }
  const levels = truth.walls[spot.place]?.levels ?? []
  return Math.max(spot.of.barrel.boreMm, ...levels.flatMap((l) => [l.thrustMm, l.alongMm]))
}

/** What the simulated barrels answer, as they stand now. @throws RangeError where there is no such barrel */
export function answerBarrels(truth: BarrelTruth, snapshot: Snapshot, question: BarrelQuestion): EngineAnswer {
  const spot = barrelAt(snapshot, question.place)
  if (!spot) throw new RangeError(`This unit has no ${question.place}.`)
  const { of, place } = spot
  const two = (mm: number, expansionPerC: number, name: string) =>
    ['a', 'b'].map((p) => shown(truth, mm, expansionPerC, `${name} ${place} ${p}`))
  const edges = (mm: readonly number[], name: string) =>
    mm.map((v, i) => round(v + scatter(`${name} ${place} ${i}`, 0.004), 3))
  switch (question.ask) {
    case 'barrel-wall': {
      const { wall, levels } = truth.walls[place] ?? { wall: 'sound' as const, levels: [] }
      const bore = (mm: number, name: string) => shown(truth, mm, of.barrel.expansionPerC, `${name} ${place}`)
      return {
        wall,
        depthsMm: levels.map((l) => l.depthMm),
        thrustMm: levels.map((l, i) => bore(l.thrustMm, `thrust ${i}`)),
        alongMm: levels.map((l, i) => bore(l.alongMm, `along ${i}`)),
        partC: truth.partC,
        masterMm: of.barrel.boreMm,
      }
    }
    case 'sleeve-part': {
      // One with a thicker flange, or more of it outside, where the first did not do.
      const n = entriesAt(snapshot, 'sleeves', place).length
      const { outerMm, innerMm, flangeMm } = truth.sleeve
      const out = outerMm + 0.05 * n
      return {
        outerMm: ['a', 'b'].map((p) => round(out + scatter(`sleeve ${place} ${n} ${p}`, 0.001), 3)),
        innerMm,
        flangeMm: round(flangeMm + 0.1 * n, 3),
      }
    }
    case 'bored': {
      const { boreNowMm } = readFit(snapshot, spot)
      const levels = truth.walls[place]?.levels ?? []
      const first = Math.max(of.barrel.boreMm, ...levels.flatMap((l) => [l.thrustMm, l.alongMm]))
      const mm = boredTo(truth, boreNowMm, first, question.toMm)
      const n = entriesAt(snapshot, 'bored', place).length
      return { boreMm: two(mm, of.barrel.expansionPerC, `bored ${n}`), partC: truth.partC }
    }
    case 'seat-ring': {
      const want =
        (readFit(snapshot, spot).sleeve?.flangeMm ?? of.sleeve.flangeMm) -
        (of.sleeve.proud.minMm + of.sleeve.proud.maxMm) / 2
      return { edgesMm: edges([want, want, want, want], 'ring') }
    }
    case 'barrel-oven':
      return { ovenC: of.oven.maxHeatC, ambientC: 20, sleeveC: of.sleeve.chillC ?? 20 }
    case 'drops':
      return { home: heatsOf(snapshot, place) > truth.sticks }
    case 'flange': {
      const lapped = entriesAt(snapshot, 'lapped', place).length > 0
      const { minMm, maxMm } = of.sleeve.proud
      const mid = (minMm + maxMm) / 2
      return { edgesMm: edges(lapped ? [mid, mid, mid, mid] : truth.flangeProudMm, 'flange'), portsClear: true }
    }
    case 'wall-bored': {
      const { boreNowMm } = readBore(snapshot, spot)
      const mm = boredTo(truth, boreNowMm, firstBoreMm(truth, snapshot, spot), question.toMm)
      const n = entriesAt(snapshot, 'cuts', place).length + entriesAt(snapshot, 'hones', place).length
      return { boreMm: two(mm, wallExpansionPerC(snapshot, spot), `wall ${n}`), partC: truth.partC }
    }
    case 'wall-finish': {
      const { boreNowMm, bore } = readBore(snapshot, spot)
      const expansionPerC = wallExpansionPerC(snapshot, spot)
      const finish = boreNowMm ?? of.barrel.boreMm
      const depths = [10, of.barrel.lengthMm / 2, of.barrel.lengthMm - 10]
      const read = (name: string) => depths.map((_, i) => shown(truth, finish, expansionPerC, `${name} ${place} ${i}`))
      return {
        depthsMm: depths,
        thrustMm: read('done thrust'),
        alongMm: read('done along'),
        partC: truth.partC,
        masterMm: of.barrel.boreMm,
        marksLeft: false,
        crosshatchDeg: Math.round(bore ? of.finish.crosshatchDeg + scatter(`hatch ${place}`, 1.5) : 0),
      }
    }
  }
}
