import { z } from 'zod'
import { placeCode } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import { lengthMm, temperatureC, thicknessMm } from '../../schema'
import { wallLooks } from '../../works/barrels/kinds'
import { readWorn, type BarrelSpot } from '../../works/barrels/read-barrels'
import { readFit } from '../../works/barrels/fit/read'
import { round, scatter } from '../scatter'

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

/** What the bore gauge shows of a diameter, in a part as warm as it lies. */
export function shown(truth: BarrelTruth, mm: number, expansionPerC: number, name: string): number {
  return round(mm * (1 + expansionPerC * (truth.partC - 20)) + truth.gaugeBiasMm + scatter(name, 0.001), 3)
}

/** Where a bore ends that is to be brought to a size: the bar springs away from a part of each cut. */
export function boredTo(truth: BarrelTruth, nowMm: number | null, firstMm: number, toMm: number | null): number {
  if (nowMm === null || toMm === null) return firstMm
  return toMm - Math.max(0, toMm - nowMm) * truth.springShare
}

/** The bore of a sleeve that sits, or of a barrel that had none: as it first is. */
export function firstBoreMm(truth: BarrelTruth, snapshot: Snapshot, spot: BarrelSpot): number {
  const { way } = readWorn(snapshot, spot)
  if (way === 'sleeve') {
    const { press } = readFit(snapshot, spot)
    return truth.sleeve.innerMm - (press?.boreClosureMm ?? 0)
  }
  const levels = truth.walls[spot.place]?.levels ?? []
  return Math.max(spot.of.barrel.boreMm, ...levels.flatMap((l) => [l.thrustMm, l.alongMm]))
}

/** A diameter at two places, as the bore gauge shows it. */
export const two = (
  truth: BarrelTruth,
  { place }: BarrelSpot,
  mm: number,
  expansionPerC: number,
  name: string,
): [number, number] => [
  shown(truth, mm, expansionPerC, `${name} ${place} a`),
  shown(truth, mm, expansionPerC, `${name} ${place} b`),
]
/** An edge at four stations. */
export const edges = ({ place }: BarrelSpot, mm: readonly number[], name: string): number[] =>
  mm.map((v, i) => round(v + scatter(`${name} ${place} ${i}`, 0.004), 3))
