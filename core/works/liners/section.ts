import { z } from 'zod'
import { lengthFromZeroMm, lengthMm, thicknessMm } from '../../schema'

/** A window with its aim, its limits in order. */
const heightWindow = z
  .strictObject({ minMm: lengthMm, maxMm: lengthMm, aimMm: lengthMm })
  .refine((w) => w.minMm <= w.maxMm, { message: 'must not be above the maximum', path: ['minMm'] })
  .refine((w) => w.aimMm >= w.minMm && w.aimMm <= w.maxMm, {
    message: 'must lie between the two limits',
    path: ['aimMm'],
  })

/** What some makers say of liners beyond the limits that every engine has. Lengths mm. */
export const section = z.strictObject({
  /** Protrusion and aim wherever a shim lies under the flange; null where one window holds for all. */
  shimmed: heightWindow.nullable().default(null),
  /** How many rings may lie on each other under a flange, those that came with the liner counted; null: one. */
  ringsMax: z.int().min(1).max(4).nullable().default(null),
  /** The pin that drops through liner and block where the liner is clocked right; null where there is none. */
  pilotMm: thicknessMm.nullable().default(null),
  /** How far deck and head may be from flat under a straight edge along any line; null where the book does not say. */
  flat: z.strictObject({ deckMm: lengthFromZeroMm, headMm: lengthFromZeroMm }).nullable().default(null),
  /** The fire ring of a new gasket, before it is clamped; null where nobody measured one. */
  fireRingMm: thicknessMm.nullable().default(null),
  /** The bore of a liner that may stay: sizes at 20 °C. */
  bore: z
    .strictObject({
      newMm: thicknessMm,
      maxMm: thicknessMm,
      taperMaxMm: lengthFromZeroMm,
      outOfRoundMaxMm: lengthFromZeroMm,
      pistonMm: thicknessMm,
      expansionPerC: z.number().gt(0).max(1e-3),
    })
    .refine((b) => b.newMm <= b.maxMm, { message: 'must not be above the largest', path: ['newMm'] })
    .nullable()
    .default(null),
})
export type LinerSection = z.infer<typeof section>
