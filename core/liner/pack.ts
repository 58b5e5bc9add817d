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

/** Packs that are looked through for one cut. */
const MOST_PACKS = 1_000_000

/** How many packs can be laid of a box of leaves. */
export function packsOf(leaves: number, mostLeaves: number): number {
  let [packs, ways] = [0, 1]
  for (let k = 1; k <= Math.min(mostLeaves, leaves); k++) {
    ways = (ways * (leaves - k + 1)) / k
    packs += ways
  }
  return packs
}

/** A box of so many leaves, of which so many may lie in one pack, that nobody can look through all packs. */
export function refuseManyPacks(
  { leavesMm, maxLeavesPerPack }: { leavesMm: readonly number[]; maxLeavesPerPack: number },
  context: { addIssue(issue: { code: 'custom'; message: string; path: (string | number)[] }): void },
  path: (string | number)[],
): void {
  if (packsOf(leavesMm.length, maxLeavesPerPack) > MOST_PACKS)
    context.addIssue({
      code: 'custom',
      message: 'are more leaves than packs of so many can be looked through: give fewer leaves, or fewer to a pack',
      path,
    })
}

/** Leaves laid on one another, mm. */
export function packThicknessMm(leavesMm: readonly number[]): number {
  return leavesMm.reduce((sum, leaf) => sum + leaf, 0)
}

/** Protrusion after a pass with the same trial stack, mm: the cut counts from the highest spot. */
export function expectAfterPackMm(highMm: number, packMm: number, cutterBiasMm: number): number {
  return highMm - (packMm + cutterBiasMm)
}
