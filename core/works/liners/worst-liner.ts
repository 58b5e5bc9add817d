import type { Snapshot } from '../../job/snapshot'
import { measuredStages } from '../../job/stages'
import { readDeck, type CylinderState, type Deck } from './deck'

/** How far a liner lies past its limits, mm; below zero where it is inside by so much. */
function past(c: CylinderState, withinLinerMaxMm: number): number {
  const j = c.judgement
  if (!j) return -Infinity
  return Math.max(c.window.minMm - j.minMm, j.maxMm - c.window.maxMm, j.rangeMm - withinLinerMaxMm)
}

/** The reading of a liner that lies farthest outside its limits, or nearest to one; mm; null before anything is read. */
export function worstReadingMm({ judgement, window: { minMm, maxMm } }: CylinderState): number | null {
  if (!judgement) return null
  return minMm - judgement.minMm > judgement.maxMm - maxMm ? judgement.minMm : judgement.maxMm
}

/** The liner that lies worst on a deck; null before anything is measured. */
export function worstOnDeck(deck: Deck, { withinLinerMaxMm }: { withinLinerMaxMm: number }): number | null {
  const measured = deck.cylinders.filter((c) => c.judgement !== null)
  const worst = measured.reduce<CylinderState | null>(
    (w, c) => (w === null || past(c, withinLinerMaxMm) > past(w, withinLinerMaxMm) ? c : w),
    null,
  )
  return worst?.cylinder ?? null
}

/** The liner that lay worst when the deck was last measured: whom a job is opened for. Null before anything is measured. */
export function worstLiner(
  snapshot: Snapshot,
  deckOf: (stage: Deck['stage']) => Deck = (s) => readDeck(snapshot, s),
): number | null {
  for (const stage of [...measuredStages].reverse()) {
    const worst = worstOnDeck(deckOf(stage), snapshot.sheet.limits)
    if (worst !== null) return worst
  }
  return null
}
