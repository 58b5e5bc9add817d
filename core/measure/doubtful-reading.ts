import { zeroReachMm } from './seen-on-zero'
import type { GaugeUnit } from '../units/convert'

export type Doubt = 'far-off' | 'decimal-slip' | 'sign-slip'

/**
 * Asks about a reading that cannot well be right beside the others of its liner. It
 * refuses nothing: the person decides.
 *
 * @param valueMm the new reading
 * @param othersMm readings at the other stations of the same liner
 * @param expectMm what the sheet or the plan expects here
 * @param windowMm width of the window between the limits: the scale of what is usual
 * @returns why it is doubtful, or null
 */
export function doubtfulReading(
  valueMm: number,
  othersMm: readonly number[],
  expectMm: number,
  windowMm: number,
): Doubt | null {
  const sorted = [...othersMm].sort((a, b) => a - b)
  const middle = sorted.length > 0 ? sorted[Math.floor(sorted.length / 2)]! : expectMm
  const usual = Math.max(windowMm, 0.02) * (sorted.length > 0 ? 2.5 : 6)
  const far = (v: number) => Math.abs(v - middle) > usual
  if (!far(valueMm)) return null
  if (valueMm < 0 && middle > 0 && !far(-valueMm)) return 'sign-slip'
  const near = (v: number) => Math.abs(v - middle) <= windowMm / 2
  const slipped = [10, 100, 1000].some((factor) => near(valueMm / factor) || near(valueMm * factor))
  return slipped ? 'decimal-slip' : 'far-off'
}

/** Asks about a zero that lies so far off that it was perhaps meant as a reading, mm. */
export function isDoubtfulZero(zeroMm: number, uncertaintyMm: number): boolean {
  return Math.abs(zeroMm) > zeroReachMm(uncertaintyMm)
}

/** How far apart two readings of one figure in two units are at the least. */
const FACTOR = 20

/** A figure read as another unit than the one it was typed in. */
export interface MeantIn {
  unit: GaugeUnit
  valueMm: number
}

/**
 * Asks whether a figure was typed by the habit of another unit: as typed it is far too small or far too
 * large here, and in that unit it would lie where it is expected.
 *
 * @param valueMm the figure as typed
 * @param others the same figure read in the other units
 * @param expectMm the middle of the other stations, or what the sheet or the plan expects
 * @param windowMm width of the window between the limits
 * @returns the unit it fits, or null where it may well be what it says
 */
export function meantIn(
  valueMm: number,
  others: readonly MeantIn[],
  expectMm: number,
  windowMm: number,
): MeantIn | null {
  const scale = Math.max(windowMm, 0.02)
  const best = [...others].sort((a, b) => Math.abs(a.valueMm - expectMm) - Math.abs(b.valueMm - expectMm))[0]
  if (!best || Math.abs(best.valueMm - expectMm) > scale / 2) return null
  // Units lie a factor of 25 and more apart. Near zero everything is small, and far off is only what is many windows away.
  const tooSmall = Math.abs(expectMm) > scale / 2 && Math.abs(best.valueMm) > FACTOR * Math.abs(valueMm)
  const tooLarge = Math.abs(valueMm - expectMm) > 6 * scale && Math.abs(valueMm) > FACTOR * Math.abs(best.valueMm)
  return valueMm !== 0 && (tooSmall || tooLarge) ? best : null
}
