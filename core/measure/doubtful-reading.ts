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
