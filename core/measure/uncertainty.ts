/**
 * Expanded uncertainty (k = 2) of one reading of a gauge, mm, from the spread of
 * its readings and the step of its scale.
 *
 * @param repeatabilityMm standard deviation of repeated readings
 * @param resolutionMm smallest step of the scale; its rounding is a uniform distribution
 * Source: JCGM 100 (GUM) 4.3.7, F.2.2.1.
 */
export function gaugeUncertaintyMm(repeatabilityMm: number, resolutionMm: number): number {
  return 2 * Math.sqrt(repeatabilityMm ** 2 + resolutionMm ** 2 / 12)
}

/** Uncertainty of the mean of n readings, mm. Source: GUM 4.2.3. */
export function meanUncertaintyMm(uncertaintyMm: number, n: number): number {
  return uncertaintyMm / Math.sqrt(n)
}

/** Uncertainty of a sum or difference of independent values, mm. Source: GUM 5.1.2. */
export function combinedUncertaintyMm(...uncertaintiesMm: number[]): number {
  return Math.hypot(...uncertaintiesMm)
}

/** How many repeats at a station are worth asking for before something else must decide. */
export const MOST_REPEATS = 6

/**
 * How many readings at a station bring their mean to a verdict, if it stays where it is.
 *
 * @param marginMm distance of the value from its limit, either sign
 * @returns 1 or more; null where more than {@link MOST_REPEATS} would be needed
 */
export function readingsToDecide(marginMm: number, uncertaintyMm: number): number | null {
  const n = Math.max(1, Math.ceil((uncertaintyMm / Math.abs(marginMm)) ** 2 - 1e-9))
  return n <= MOST_REPEATS ? n : null
}

/** Uncertainty that a shop's rule gives to one reading of a gauge of lengths, mm. */
export function uncertaintyByRuleMm(
  rule: 'guarded' | 'plain',
  gauge: { repeatabilityMm: number; resolutionMm: number },
): number {
  return rule === 'plain' ? 0 : gaugeUncertaintyMm(gauge.repeatabilityMm, gauge.resolutionMm)
}
/** The same of a gauge of any kind, in the unit of what it reads: mm, °C, kPa, N·m, degrees. */
export function uncertaintyByRule(
  rule: 'guarded' | 'plain',
  gauge: { repeatabilityMm: number; resolutionMm: number; otherUncertainty?: number | undefined },
): number {
  const { otherUncertainty } = gauge
  if (otherUncertainty === undefined) return uncertaintyByRuleMm(rule, gauge)
  return rule === 'plain' ? 0 : otherUncertainty
}
