import type { Snapshot } from '../../job/snapshot'
import { measuredStages } from '../../job/stages'
import type { CardMarks } from '../card-marks'
import type { Clock } from '../clock'
import { readDeck } from './deck'
import { readFitting } from './read-fitting'
import { worstOnDeck, worstReadingMm } from './worst-liner'

const SHARE_ENDS = [-1, 2] as const

/** The deck in small, as it was measured last: each liner by its worst reading. */
export function marks(snapshot: Snapshot): CardMarks | null {
  const { limits } = snapshot.sheet
  const decks = [...measuredStages].reverse().map((s) => readDeck(snapshot, s))
  const deck = decks.find((d) => d.cylinders.some((c) => c.judgement !== null))
  if (!deck) return null
  const worst = deck.cylinders.find((c) => c.cylinder === worstOnDeck(deck, limits))
  const valueOf = worstReadingMm
  return {
    marks: deck.cylinders.slice(0, 40).map((c) => {
      const value = valueOf(c)
      const share = value === null ? null : (value - c.window.minMm) / (c.window.maxMm - c.window.minMm)
      return {
        at: String(c.cylinder),
        verdict: c.verdictAmong,
        share: share === null ? null : Math.min(SHARE_ENDS[1], Math.max(SHARE_ENDS[0], share)),
      }
    }),
    worst: worst?.verdict
      ? { cylinder: worst.cylinder, valueMm: valueOf(worst)!, verdict: worst.verdictAmong ?? worst.verdict }
      : null,
  }
}

/** The wetted bands of liners that are not in yet. */
export function clocks(snapshot: Snapshot): Clock[] {
  return readFitting(snapshot).flatMap(({ cylinder, press, rings }) =>
    rings.flatMap(({ groove, seal, wettedAt, dueAt }) =>
      press || !wettedAt || !dueAt
        ? []
        : [
            {
              id: `band-${cylinder}-${groove}-${wettedAt}`,
              code: 'band',
              name: seal.place,
              stage: 'fit' as const,
              cylinder,
              place: null,
              fromAt: wettedAt,
              dueAt,
              ends: 'lost' as const,
            },
          ],
    ),
  )
}
