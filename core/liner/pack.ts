import { SLACK_MM } from '../schema'

/** A stop pack: which leaves lie between stop and head, and how thick they are together, mm. */
export interface Pack {
  packMm: number
  leavesMm: number[]
}

/**
 * The thickest pack that is no thicker than wanted: one can cut again, not put
 * back. Of equal packs the one with fewer leaves; leaves in rising order.
 *
 * @param leavesMm the leaves in the box, each usable once
 * @param mostLeaves how many may lie in one pack
 * @returns null where not even one leaf fits
 */
export function thickestPack(wantMm: number, leavesMm: readonly number[], mostLeaves: number): Pack | null {
  const box = [...leavesMm].sort((a, b) => a - b)
  let best: Pack | null = null
  const tryFrom = (start: number, chosen: number[], sum: number) => {
    if (chosen.length > 0) {
      const thicker = best === null || sum > best.packMm + SLACK_MM
      const simpler = best !== null && Math.abs(sum - best.packMm) <= SLACK_MM && chosen.length < best.leavesMm.length
      if (thicker || simpler) best = { packMm: sum, leavesMm: [...chosen] }
    }
    if (chosen.length === mostLeaves) return
    for (let i = start; i < box.length; i++) {
      const next = sum + box[i]!
      if (next > wantMm + SLACK_MM) break
      tryFrom(i + 1, [...chosen, box[i]!], next)
    }
  }
  tryFrom(0, [], 0)
  return best
}

/** Leaves laid on one another, mm. */
export function packThicknessMm(leavesMm: readonly number[]): number {
  return leavesMm.reduce((sum, leaf) => sum + leaf, 0)
}

/** Protrusion after a pass with the same trial stack, mm: the cut counts from the highest spot. */
export function expectAfterPackMm(highMm: number, packMm: number, cutterBiasMm: number): number {
  return highMm - (packMm + cutterBiasMm)
}
