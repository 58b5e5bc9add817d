import type { EngineShape } from '../../job/snapshot'

/** Cuts a row of bores into heads of the given size, front to rear. */
function headsOf(bank: readonly number[], perHead: number): number[][] {
  const size = Math.max(1, Math.floor(perHead) || 1)
  return Array.from({ length: Math.ceil(bank.length / size) }, (_, i) => bank.slice(i * size, (i + 1) * size))
}

/**
 * Banks and heads of a usual engine: an inline one counts front to rear; in a V the odd
 * cylinders stand in one bank and the even ones in the other.
 */
export function planEngine(
  layout: 'inline' | 'vee',
  cylinders: number,
  perHead: number,
): Pick<EngineShape, 'layout' | 'banks' | 'heads' | 'firing' | 'bankAngleDeg'> {
  const all = Array.from({ length: Math.max(1, Math.min(24, Math.floor(cylinders) || 1)) }, (_, i) => i + 1)
  const banks =
    layout === 'inline'
      ? [all]
      : [all.filter((c) => c % 2 === 1), all.filter((c) => c % 2 === 0)].filter((b) => b.length > 0)
  return {
    layout,
    banks,
    heads: banks.flatMap((bank) => headsOf(bank, perHead)),
    firing: [],
    bankAngleDeg: layout === 'vee' ? 90 : 0,
  }
}

/**
 * A firing order as people write it: 1-4-2-6-3-5, with dashes, blanks or commas.
 *
 * @returns the cylinders in order; empty where nothing is written; null where one is named twice, missing or unknown
 */
export function readFiringOrder(text: string, cylinders: number): number[] | null {
  const parts = text.split(/[\s,;–-]+/).filter((p) => p !== '')
  if (parts.length === 0) return []
  const order = parts.map(Number)
  const whole = order.length === cylinders && order.every((c) => Number.isInteger(c) && c >= 1 && c <= cylinders)
  return whole && new Set(order).size === cylinders ? order : null
}

/** Bores to the next bore, for the drawing where nobody measured it, mm: a quarter of a bore is left between two. */
export const usualPitchMm = (boreMm: number): number => Math.round(boreMm * 1.25)
