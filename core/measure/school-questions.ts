import type { Shim } from '../job/snapshot'
import { combinedUncertaintyMm, meanUncertaintyMm } from './uncertainty'

/** Linear expansion, 1/K, near room temperature. Source: usual handbook values (brass CuZn37, austenitic stainless, carbon steel, grey cast iron). */
const expansionPerK = { brass: 19.5e-6, stainless: 16.5e-6, steel: 11.5e-6, castIron: 10.5e-6 } as const

/**
 * How much higher a shim lifts a liner at running temperature than cold, mm: its own growth
 * less that of the cast iron it stands in place of.
 *
 * @param riseK running temperature of the ledge above the shop's, K
 */
export function shimGrowthMm(thicknessMm: number, material: Shim['material'], riseK: number): number {
  return thicknessMm * (expansionPerK[material] - expansionPerK.castIron) * riseK
}

/** What a number of stations, spread evenly, tells: expanded uncertainty (k = 2) of the mean and of the lean, mm. */
export interface StationsWorth {
  stations: number
  meanMm: number
  leanMm: number
  /** Chance that a high spot this wide is touched by none of the stations. */
  missed: number
}

/**
 * @param spotDeg width of the spot that is looked for, degrees
 * Source: least squares on an even circle, variance of a cosine amplitude 2σ²/n; JCGM 100, 5.1.2.
 */
export function stationsWorth(stations: number, uncertaintyMm: number, spotDeg: number): StationsWorth {
  return {
    stations,
    meanMm: meanUncertaintyMm(uncertaintyMm, stations),
    leanMm: 2 * Math.sqrt(2 / stations) * uncertaintyMm,
    missed: Math.max(0, 1 - (stations * spotDeg) / 360),
  }
}

/** Whether a difference can be told from nothing by two readings of this gauge. */
export function canTell(differenceMm: number, uncertaintyMm: number): boolean {
  return Math.abs(differenceMm) > combinedUncertaintyMm(uncertaintyMm, uncertaintyMm)
}
