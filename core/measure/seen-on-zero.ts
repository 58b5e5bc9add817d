import { mean } from './mean'

/** How far from zero a gauge may rest and still be taken for one that was put back where it was zeroed, mm. */
export const zeroReachMm = (uncertaintyMm: number): number => Math.max(0.02, 5 * uncertaintyMm)

/** A gauge that shows these, one after the other, does not move, mm. */
const STILL_MM = 0.006

/**
 * Whether a live gauge has been put back where it was zeroed: it rests near zero, and clearly elsewhere
 * than where the last reading was taken.
 *
 * @param shownMm what it showed lately, evenly in time, mm; the latest last
 * @param lastReadMm what it showed when the last reading was taken, mm
 * @param uncertaintyMm expanded uncertainty of one reading, mm
 * @returns the zero it rests on, mm; null where it rests elsewhere, moves, or could still stand on the liner
 */
export function seenOnZero(shownMm: readonly number[], lastReadMm: number, uncertaintyMm: number): number | null {
  if (shownMm.length < 5) return null
  const lately = shownMm.slice(-5)
  const reach = zeroReachMm(uncertaintyMm)
  if (Math.max(...lately) - Math.min(...lately) > STILL_MM) return null
  const zeroMm = mean(lately)
  return Math.abs(zeroMm) <= reach && Math.abs(zeroMm - lastReadMm) > reach ? lately.at(-1)! : null
}
