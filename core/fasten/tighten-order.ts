import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, lengthMm, mark, refuseTwice, share, torqueNm } from '../schema'
import { mean } from '../measure/mean'

/** A bolt where it is, y up. */
export const placedBolt = z.strictObject({ id: mark, xMm: lengthMm, yMm: lengthMm })
export type PlacedBolt = z.infer<typeof placedBolt>

export const tightenOrderInput = z.strictObject({
  bolts: z
    .array(placedBolt)
    .min(1, 'needs at least one bolt')
    .max(300, 'has too many bolts')
    .superRefine((bolts, context) =>
      refuseTwice(
        bolts.map((b) => b.id),
        context,
        (i) => [i, 'id'],
        (id) => `bolt ${id} stands twice`,
      ),
    ),
  pattern: z.enum(['star', 'from-centre']),
  ringMm: lengthFromZeroMm,
  torqueNm,
  stageShares: z.array(share.gt(0, 'must be more than zero')).min(1, 'needs at least one stage').max(12),
})

/** Sums nearer to each other are the same. */
const EQUAL_MM = 1e-6
const FULL_DEG = 360

/** Clockwise from up; a bolt in the middle counts as up. */
function clockwiseDeg(x: number, y: number): number {
  if (Math.hypot(x, y) <= EQUAL_MM) return 0
  const deg = ((Math.atan2(x, y) * 180) / Math.PI + FULL_DEG) % FULL_DEG
  return deg > FULL_DEG - EQUAL_MM ? 0 : deg
}

/**
 * An order that draws a joint down evenly, for where the book has none: each bolt the one that leaves
 * the pull of all taken so far best balanced about the middle.
 *
 * @param input bolts mm, y up; `from-centre` takes only bolts no farther out than the nearest left and
 *   a ring; the full torque N·m and the share of it in each round
 * @returns the order by marks, and the torque of each round N·m
 * Source: the usual star and from-the-middle patterns, as a balance of moments.
 */
export function tightenOrder(input: z.infer<typeof tightenOrderInput>): {
  order: string[]
  stages: { torqueNm: number }[]
} {
  const { bolts, pattern, ringMm, torqueNm: full, stageShares } = input
  const [middleX, middleY] = [mean(bolts.map((b) => b.xMm)), mean(bolts.map((b) => b.yMm))]
  let left = bolts.map(({ id, xMm, yMm }) => ({ id, x: xMm - middleX, y: yMm - middleY }))
  let [sumX, sumY] = [0, 0]
  const order: string[] = []
  while (left.length > 0) {
    const out = (b: (typeof left)[number]) => Math.hypot(b.x, b.y)
    const farthest = Math.min(...left.map(out)) + ringMm + EQUAL_MM
    const free = pattern === 'star' ? left : left.filter((b) => out(b) <= farthest)
    const leaves = (b: (typeof left)[number]) => Math.hypot(sumX + b.x, sumY + b.y)
    const least = Math.min(...free.map(leaves))
    const equals = free.filter((b) => leaves(b) <= least + EQUAL_MM)
    const next = equals.reduce((a, b) => (clockwiseDeg(b.x, b.y) < clockwiseDeg(a.x, a.y) ? b : a))
    order.push(next.id)
    ;[sumX, sumY] = [sumX + next.x, sumY + next.y]
    left = left.filter((b) => b !== next)
  }
  return { order, stages: stageShares.map((s) => ({ torqueNm: s * full })) }
}

export const tightenOrderCalculation = defineCalculation(
  'tighten-order',
  'An order that draws a joint down evenly, where the book has none.',
  tightenOrderInput,
  tightenOrder,
)
