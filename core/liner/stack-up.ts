import { z } from 'zod'
import { defineCalculation } from '../define'
import { refuseCrossedLimits } from '../measure/judge-protrusion'
import { lengthFromZeroMm, lengthMm, SLACK_MM } from '../schema'
import { normal, seededRandom } from '../sim/random'

const link = z.strictObject({
  name: z.string('must be a name').min(1, 'must be a name').max(80),
  sign: z.union([z.literal(1), z.literal(-1)], 'must be 1 or -1'),
  nominalMm: lengthMm,
  tolMm: lengthFromZeroMm,
  distribution: z.enum(['uniform', 'normal'], 'must be uniform or normal'),
})

/** Draws that one calculation may take: a few seconds of a thread. */
const MOST_DRAWS = 30_000_000

export const stackUpInput = z
  .strictObject({
    links: z.array(link).min(1, 'needs at least one link').max(60),
    spec: z.strictObject({ minMm: lengthMm, maxMm: lengthMm }).superRefine(refuseCrossedLimits),
    samples: z
      .number('must be a count')
      .int('must be a whole number')
      .min(1, 'must be at least 1')
      .max(5_000_000, 'is too many'),
    seed: z.number('must be a number').int('must be a whole number'),
  })
  .refine((s) => s.samples * s.links.length <= MOST_DRAWS, {
    message: 'times the links is more than 30 million draws: ask for fewer',
    path: ['samples'],
  })

export interface StackUp {
  nominalMm: number
  worstMinMm: number
  worstMaxMm: number
  stdMm: number
  likelyMinMm: number
  likelyMaxMm: number
  chanceInside: number
}

/**
 * What a stack of links comes to: nominal, worst case, ±2σ, and the chance that it lies
 * inside its limits, by seeded Monte Carlo. A uniform link spreads over ±tol, a normal one has σ = tol/2.
 *
 * Source: JCGM 101 (propagation of distributions by Monte Carlo), JCGM 100 4.3.7 for the uniform σ.
 */
export function stackUp(input: z.infer<typeof stackUpInput>): StackUp {
  const { links, spec, samples, seed } = input
  const sum = (of: (l: (typeof links)[number]) => number) => links.reduce((total, l) => total + of(l), 0)
  const nominalMm = sum((l) => l.sign * l.nominalMm)
  const reachMm = sum((l) => l.tolMm)
  const stdMm = Math.sqrt(sum((l) => (l.distribution === 'uniform' ? l.tolMm ** 2 / 3 : l.tolMm ** 2 / 4)))
  const random = seededRandom(seed)
  let inside = 0
  for (let i = 0; i < samples; i++) {
    let value = nominalMm
    for (const l of links)
      value += l.distribution === 'uniform' ? l.tolMm * (2 * random() - 1) : (l.tolMm / 2) * normal(random)
    if (value >= spec.minMm - SLACK_MM && value <= spec.maxMm + SLACK_MM) inside += 1
  }
  return {
    nominalMm,
    worstMinMm: nominalMm - reachMm,
    worstMaxMm: nominalMm + reachMm,
    stdMm,
    likelyMinMm: nominalMm - 2 * stdMm,
    likelyMaxMm: nominalMm + 2 * stdMm,
    chanceInside: inside / samples,
  }
}

export const stackUpCalculation = defineCalculation(
  'stack-up',
  'What a stack of links comes to: nominal, worst, likely, and the chance that it is inside.',
  stackUpInput,
  stackUp,
)
