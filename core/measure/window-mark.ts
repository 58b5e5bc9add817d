import type { Verdict } from './verdict'

/** Where a window glyph draws its mark: 0 is the lower limit, 1 the upper. */
export interface WindowMark {
  /** Place of the mark, kept within what the glyph can show. */
  at: number
  /** How far the value itself lies beyond the nearer limit, in widths of the window; 0 inside. */
  beyond: number
  verdict: Verdict
}

/** How far beyond a limit the glyph reaches, in widths of the window. */
export const GLYPH_REACH = 0.6

/**
 * Places a value between two limits, to scale.
 *
 * @param valueMm the value
 * @param minMm lower limit; maxMm upper limit, above it
 */
export function windowMark(valueMm: number, minMm: number, maxMm: number, verdict: Verdict): WindowMark {
  const width = maxMm - minMm
  const place = width > 0 ? (valueMm - minMm) / width : 0.5
  const beyond = place > 1 ? place - 1 : place < 0 ? place : 0
  return { at: Math.min(1 + GLYPH_REACH, Math.max(-GLYPH_REACH, place)), beyond, verdict }
}
