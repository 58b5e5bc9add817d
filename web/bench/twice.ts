/** A second tap on the same spot that comes sooner is of the same hand and meant for the same thing, ms. */
const TAPPED_TWICE_MS = 350
/** No finger means to strike a key again as soon, ms. */
const STRUCK_TWICE_MS = 150

/** When a move was last done, on whichever stage: the second tap may fall on the stage that the first one opened. */
let doneAt = -Infinity

/**
 * Whether a tap or a key stroke only repeats the one that did a move just now. Each move is something done by hand: what
 * is not meant twice is not entered twice.
 */
export function isSecondOf(event: MouseEvent | KeyboardEvent): boolean {
  // As the hand moved, not as a busy page came to it.
  const sinceMs = event.timeStamp - doneAt
  const twice =
    event instanceof KeyboardEvent
      ? event.repeat || sinceMs < STRUCK_TWICE_MS
      : event.detail > 1 && sinceMs < TAPPED_TWICE_MS
  if (!twice) doneAt = event.timeStamp
  return twice
}
