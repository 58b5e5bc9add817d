import { SLACK_MM } from '../../schema'
import type { PassState } from './cut-bore'

/** A piece of the metal that a ledge gives: off by a pass, taken by the pass that is set, or left after it. Lengths mm. */
export interface MetalPiece {
  kind: 'off' | 'now' | 'left'
  mm: number
  /** Where it begins, from nothing off. */
  fromMm: number
}

/**
 * The metal of a ledge, piece by piece.
 *
 * @param passes what was cut, in its order
 * @param packMm stop pack of the pass that is set; 0 for none
 * @param restMm what is still to come off before that pass, by the last measurement
 * @param wantedMm what the plan wants off
 * @returns the pieces, what is left after the pass (below zero: too much), and how long all of it is
 */
export function passMetal(
  passes: readonly Pick<PassState, 'cut'>[],
  packMm: number,
  restMm: number,
  wantedMm: number,
): { pieces: MetalPiece[]; leftMm: number; totalMm: number } {
  const leftMm = restMm - packMm
  const all: Omit<MetalPiece, 'fromMm'>[] = [
    ...passes.map((p) => ({ kind: 'off' as const, mm: p.cut.packMm + p.cut.biasMm })),
    ...(packMm > 0 ? [{ kind: 'now' as const, mm: packMm }] : []),
    ...(leftMm > SLACK_MM ? [{ kind: 'left' as const, mm: leftMm }] : []),
  ]
  let fromMm = 0
  const pieces = all.map((piece) => {
    const placed = { ...piece, fromMm }
    fromMm += piece.mm
    return placed
  })
  return { pieces, leftMm, totalMm: Math.max(wantedMm, fromMm) }
}
