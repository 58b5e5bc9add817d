import { z } from 'zod'
import { defineCalculation } from '../define'
import { coreLeft, hasCore, stressAreaMm2, threadDiameters, threadShape } from '../fasten/thread'
import { forceN, mark, refuseTwice, share, SLACK, stressMPa, thicknessMm } from '../schema'

export const pullerScrewsInput = z.strictObject({
  sizes: z
    .array(
      z
        .strictObject({ name: mark, ...threadShape, proofMPa: stressMPa, shearMPa: stressMPa })
        .refine(coreLeft, hasCore),
    )
    .min(1, 'needs at least one size')
    .max(60)
    .superRefine((sizes, context) =>
      refuseTwice(
        sizes.map((s) => s.name),
        context,
        (i) => [i, 'name'],
        (name) => `${name} stands twice`,
      ),
    ),
  count: z
    .number('must be a number of screws')
    .int('must be a whole number')
    .min(1, 'needs at least one screw')
    .max(100),
  engagementMm: thicknessMm,
  holeShearMPa: stressMPa,
  useFraction: share.gt(0, 'must be more than zero'),
  forceN,
})

export interface PullerScrews {
  sizes: { name: string; allowedTensionN: number; allowedStripN: number; togetherN: number; enough: boolean }[]
  use: string | null
}

/**
 * What the screws in a hub's pulling holes bear, by their sizes: the first that is enough.
 *
 * @param input threads mm with proof and shear strengths MPa, how many, how deep they sit mm, the hub's
 *   shear strength MPa, the share of the strength that may be used, the pull N; equal sharing is supposed
 * Sources: ISO 898-1; basic profile of ISO 68-1, shear areas as in FED-STD-H28/2.
 */
export function pullerScrews(input: z.infer<typeof pullerScrewsInput>): PullerScrews {
  const { count, engagementMm, holeShearMPa, useFraction } = input
  const sizes = input.sizes.map((s) => {
    const allowedTensionN = stressAreaMm2(s) * s.proofMPa * useFraction
    const hole = 0.875 * Math.PI * s.majorMm * holeShearMPa
    const screw = 0.75 * Math.PI * threadDiameters(s).minorMm * s.shearMPa
    const allowedStripN = useFraction * Math.min(hole, screw) * engagementMm
    const togetherN = count * Math.min(allowedTensionN, allowedStripN)
    return { name: s.name, allowedTensionN, allowedStripN, togetherN, enough: togetherN >= input.forceN - SLACK }
  })
  return { sizes, use: sizes.find((s) => s.enough)?.name ?? null }
}

export const pullerScrewsCalculation = defineCalculation(
  'puller-screws',
  'What the screws in pulling holes bear, and the first size that is enough.',
  pullerScrewsInput,
  pullerScrews,
)
