/**
 * What an indicator shows, as protrusion (mm, positive above the deck): zeroed on the
 * liner it shows the deck below it, so its sign turns.
 */
export function asProtrusionMm(shownMm: number, zeroOn: 'deck' | 'liner'): number {
  return zeroOn === 'liner' ? -shownMm : shownMm
}
