import { toMm, type GaugeUnit } from './convert'

export type LengthProblem = 'empty' | 'no-number' | 'several' | 'too-large'
export type ParsedLength = { ok: true; valueMm: number } | { ok: false; problem: LengthProblem; valuesMm?: number[] }

/** No reading on a deck is larger; beyond it, it is a slip of the finger. */
export const LARGEST_READING_MM = 500

/** No tool and no casting of an engine is longer. */
export const LARGEST_ROUGH_MM = 10_000

const NUMBER = /^[+\-−]?(\d+([.,]\d*)?|[.,]\d+)$/

function toNumber(text: string): number {
  return Number(text.replace('−', '-').replace(',', '.'))
}

/**
 * Reads what a technician typed: a point or a comma as the decimal sign, a sign in
 * front, blanks around it. `4.5` in thou is 4.5 thou.
 *
 * A pasted column answers `several` with its values in mm, so that they can be laid
 * on the stations instead of being lost.
 *
 * @param unit what the figures are in
 * @param largestMm beyond it a figure is `too-large`
 */
export function parseLength(text: string, unit: GaugeUnit, largestMm = LARGEST_READING_MM): ParsedLength {
  const words = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
  if (words.length === 0) return { ok: false, problem: 'empty' }
  if (!words.every((w) => NUMBER.test(w))) return { ok: false, problem: 'no-number' }
  const valuesMm = words.map((w) => toMm(toNumber(w), unit))
  if (valuesMm.some((v) => Math.abs(v) > largestMm)) return { ok: false, problem: 'too-large' }
  if (valuesMm.length > 1) return { ok: false, problem: 'several', valuesMm }
  return { ok: true, valueMm: valuesMm[0]! }
}
