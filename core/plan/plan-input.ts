import { z } from 'zod'
import { refuseManyPacks } from '../liner/pack'
import { shimmedWindow } from '../liner/plan-cut'
import { planBore, rates, tooling } from '../job/snapshot'
import { angleDeg, cylinderNumber, headList, lengthFromZeroMm, lengthMm, refuseTwice, thicknessMm } from '../schema'

/** What one plan may ask for: liners tried in bores, and draws of the luck of each. */
const MOST_PLACES = 10_000
const MOST_DRAWS = 2_000_000

/** What a repair plan is made from. Lengths mm, angles degrees clockwise from the front. */
export const repairInput = z
  .strictObject({
    /** Ledges: depth of the highest spot, how much it leans, where it is high, and what is worn. */
    bores: z
      .array(
        z.strictObject({
          cylinder: cylinderNumber,
          depthMm: lengthMm,
          tiltMm: lengthFromZeroMm,
          highAtDeg: angleDeg.nullable(),
          frettingMm: lengthFromZeroMm,
        }),
      )
      .min(1)
      .max(99),
    /** Liners in the order in which they would go into the bores where nobody sorts them. */
    liners: z
      .array(
        z.strictObject({
          id: z.string().min(1).max(80),
          flangeMm: lengthMm,
          wedgeMm: lengthFromZeroMm,
          thickAtDeg: angleDeg,
          onlyCylinder: cylinderNumber.optional(),
          /** The rings it came with leave no room for a shim. */
          noShim: z.boolean().optional(),
        }),
      )
      .max(400),
    /** The liner of the book, for a bore that no measured liner is left for. */
    bookFlangeMm: lengthMm,
    /** Everything else in the stack, with its sign. */
    otherMm: lengthMm,
    heads: headList,
    spec: z.strictObject({
      minMm: lengthMm,
      maxMm: lengthMm,
      aimMm: lengthMm,
      withinLinerMaxMm: lengthFromZeroMm,
      adjacentMaxMm: lengthFromZeroMm.nullable(),
      headRangeMaxMm: lengthFromZeroMm.nullable(),
      /** The window and the aim that count where a shim lies; left out where one window holds for all. */
      shimmed: shimmedWindow.nullish(),
    }),
    maxDepthMm: lengthFromZeroMm.nullable(),
    /** Shims on the shelf, each one by itself. */
    shims: z
      .array(z.strictObject({ id: z.string().max(80), actualMm: thicknessMm, nominalMm: thicknessMm }))
      .max(10_000),
    /** Sizes that can be bought. */
    sizesMm: z.array(thicknessMm).max(60),
    tooling,
    rates,
    /** Expanded uncertainties (k = 2) and the cutter's scatter. */
    uncertainty: z.strictObject({
      ledgeMm: lengthFromZeroMm,
      flangeMm: lengthFromZeroMm,
      shimMm: lengthFromZeroMm,
      cutterStdMm: lengthFromZeroMm,
    }),
    /** Quarter turns allowed; [0] where ports forbid turning. */
    rotationsDeg: z.array(angleDeg).min(1).max(72),
    samples: z.int().min(100).max(1_000_000),
  })
  .superRefine((input, context) => {
    const tooMuch = (path: string, message: string) => context.addIssue({ code: 'custom', message, path: [path] })
    if (input.bores.length * input.liners.length > MOST_PLACES)
      tooMuch('liners', 'with these bores are more than 10 000 places to try: offer fewer')
    if (input.samples * input.bores.length > MOST_DRAWS)
      tooMuch('samples', 'times the bores is more than 2 million draws: ask for fewer')
    refuseManyPacks(input.tooling, context, ['tooling', 'leavesMm'])
    refuseTwice(
      input.bores.map((b) => b.cylinder),
      context,
      (i) => ['bores', i, 'cylinder'],
      (c) => `cylinder ${c} is given twice`,
    )
    refuseTwice(
      input.liners.map((l) => l.id),
      context,
      (i) => ['liners', i, 'id'],
      (id) => `liner ${id} is given twice`,
    )
  })
export type RepairInput = z.infer<typeof repairInput>

/** A bore as a plan wants it, before it is worked out. */
export const boreChoice = planBore.extend({ linerId: z.string().nullable() })
export type BoreChoice = z.infer<typeof boreChoice>

/** A window with what is aimed for in it, mm. */
export interface AimedWindow {
  minMm: number
  maxMm: number
  targetMm: number
}

/** The window that counts in a bore, by whether a shim lies there. */
export function aimedWindow({ spec }: Pick<RepairInput, 'spec'>, shimmed: boolean): AimedWindow {
  if (shimmed && spec.shimmed) return spec.shimmed
  return { minMm: spec.minMm, maxMm: spec.maxMm, targetMm: spec.aimMm }
}
