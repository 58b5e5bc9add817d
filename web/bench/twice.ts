/** A second tap on the same spot that comes sooner is of the same hand and meant for the same thing, ms. */
const TAPPED_TWICE_MS = 350
/** No finger means to strike a key again as soon, ms. */
const STRUCK_TWICE_MS = 150

/** When a move was last done, on whichever stage: the second stroke may fall on the stage that the first one opened. */
let doneAt = -Infinity
/** When a hand tapped last, and before that, on whatever: the second tap may fall through a question that the first one closed. */
let taps = { lastAt: -Infinity, beforeAt: -Infinity }
/** Hears every tap, on its way down to what it is meant for. */
export function hearTap({ detail, timeStamp }: MouseEvent): void {
  // One that a key or a program makes counts no taps; one that two bars hear, as a stage gives way to the next, is one.
  if (detail > 0 && timeStamp !== taps.lastAt) taps = { lastAt: timeStamp, beforeAt: taps.lastAt }
}

/**
 * Whether a tap or a key stroke only repeats the one just before it. Each move is something done by hand: what is not
 * meant twice is not entered twice.
 *
 * @param event a tap that was heard by `hearTap` on its way down, or a key
 */
export function isSecondOf(event: MouseEvent | KeyboardEvent): boolean {
  // As the hand moved, not as a busy page came to it.
  const soon = (afterMs: number, withinMs: number) => event.timeStamp >= afterMs && event.timeStamp - afterMs < withinMs
  const twice =
    event instanceof KeyboardEvent
      ? event.repeat || soon(doneAt, STRUCK_TWICE_MS)
      : event.detail > 1 && soon(taps.beforeAt, TAPPED_TWICE_MS)
  if (!twice) doneAt = event.timeStamp
  return twice
}
