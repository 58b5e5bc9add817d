/**
 * Which share of the window between two limits the uncertainty of a reading takes up
 * as guard bands, U at either side; 1 or more leaves no room to accept anything.
 *
 * @param uncertaintyMm expanded uncertainty (k = 2) of one reading
 */
export function limitShare(uncertaintyMm: number, window: { minMm: number; maxMm: number }): number {
  const width = window.maxMm - window.minMm
  return width > 0 ? Math.min(1, (2 * uncertaintyMm) / width) : 1
}
