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
  return Math.abs(zeroMm) > Math.max(0.02, 5 * uncertaintyMm)
}

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
  const near = Math.max(windowMm, 0.02) / 2
  const off = Math.abs(valueMm - expectMm)
  if (off <= near) return null
  const best = [...others].sort((a, b) => Math.abs(a.valueMm - expectMm) - Math.abs(b.valueMm - expectMm))[0]
  if (!best || Math.abs(best.valueMm - expectMm) > near) return null
  // Units lie a factor of 25 and more apart: a figure in the wrong one is off by nearly all it should be, or many times that.
  const ratio = Math.abs(best.valueMm / valueMm)
  return valueMm === 0 || (ratio > 1 / 20 && ratio < 20) ? null : best
}
