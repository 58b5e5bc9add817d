import { z } from 'zod'
import { defineCalculation } from '../define'
import { mean } from '../measure/mean'
import { lengthFromZeroMm, lengthMm, SLACK, SLACK_MM } from '../schema'

export const driveInInput = z
  .strictObject({
    looks: z
      .array(
        z.strictObject({
          blows: z
            .number('must be a number of blows')
            .int('must be a whole number')
            .min(0, 'cannot be below zero')
            .max(1e6),
          depthMm: lengthMm,
        }),
      )
      .min(1, 'needs at least one look')
      .max(1000),
    targetMm: lengthMm,
    underMm: lengthFromZeroMm,
    overMm: lengthFromZeroMm,
  })
  .superRefine(({ looks }, context) =>
    looks.forEach((l, i) => {
      if (i > 0 && l.blows <= looks[i - 1]!.blows)
        context.addIssue({ code: 'custom', path: ['looks', i, 'blows'], message: 'must rise from look to look' })
    }),
  )

export interface DrivenIn {
  remainingMm: number
  verdict: 'too-far' | 'in' | 'short'
  perBlowMm: number | null
  blowsToNextLook: number
}

/** A blow that moves it half as much again as the largest so far must not carry it past its window. */
export const CARE = 1.5

/**
 * A bushing driven in by blows: how far is left, and how many blows until the next look.
 *
 * @param input looks so far (blows from the start, depth mm), where it must stand and by how much less or more
 * @returns mm left, whether it stands, mm a blow (null with one look), and blows to the next look
 */
export function driveIn({ looks, targetMm, underMm, overMm }: z.infer<typeof driveInInput>): DrivenIn {
  const nowMm = looks.at(-1)!.depthMm
  const remainingMm = targetMm - nowMm
  const rates = looks.slice(1).map((l, i) => (l.depthMm - looks[i]!.depthMm) / (l.blows - looks[i]!.blows))
  const perBlowMm = rates.length > 0 ? mean(rates) : null
  const largest = Math.max(...rates, -Infinity)
  const verdict =
    nowMm > targetMm + overMm + SLACK_MM ? 'too-far' : nowMm >= targetMm - underMm - SLACK_MM ? 'in' : 'short'
  const blows = (): number => {
    if (verdict !== 'short') return 0
    if (perBlowMm === null || perBlowMm <= SLACK_MM || largest <= SLACK_MM) return 1
    const safe = Math.max(1, Math.floor((targetMm + overMm - nowMm) / (CARE * largest) + SLACK))
    return Math.min(safe, Math.max(1, Math.ceil(remainingMm / perBlowMm - SLACK)))
  }
  return { remainingMm, verdict, perBlowMm, blowsToNextLook: blows() }
}

export const driveInCalculation = defineCalculation(
  'drive-in',
  'How far a bushing has still to go, and how many blows until the next look.',
  driveInInput,
  driveIn,
)
