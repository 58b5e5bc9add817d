import type { Component } from 'vue'
import type { Verdict } from '#core/measure/verdict'

/** What stands in a ring of the deck instead of its measurement, on stages that measure nothing. */
export interface RingWord {
  text: string
  more?: string
  verdict: Verdict | null
}

/** What works draw in the bench's frames: each brings its own (`web/works/<work>/parts.ts`), and the bench knows none of them. */
export interface BenchParts {
  /** The rail of a stage at cylinders that brings none: `words` for each. */
  deckRail: Component
  /** A deck on the record: `judged`, the job by its limits, and the `stage` it was read at. */
  deckOnRecord: Component
  /** The entries at the pad that are bolts, what is drawn while they are, and what stands of the joint: `state`, `spot`, `turn`. */
  bolts: { entries: readonly string[]; plan: Component; note: Component }
}

/** Filled before the first stage is drawn. */
export const parts = {} as BenchParts
