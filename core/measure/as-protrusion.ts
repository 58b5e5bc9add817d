/**
 * What an indicator shows, as protrusion (mm, positive above the deck): zeroed on the
 * liner it shows the deck below it, so its sign turns.
 */
export function asProtrusionMm(shownMm: number, zeroOn: 'deck' | 'liner'): number {
  return zeroOn === 'liner' ? -shownMm : shownMm
}

/**
 * What a depth gauge shows over a ledge, as depth below the deck or plate (mm, positive
 * downward). Zeroed on a setting master it shows the difference to the master.
 *
 * @param masterMm height of the setting master, 0 where the gauge was zeroed on the deck or the plate
 */
export function asDepthMm(shownMm: number, masterMm: number): number {
  return masterMm - shownMm
}

/** A depth that somebody typed: whole, or its difference to the setting master, more for deeper (mm). */
export function typedDepthMm(typedMm: number, masterMm: number): number {
  return masterMm + typedMm
}
