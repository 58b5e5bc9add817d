import { z } from 'zod'
import { cylinderNumber, reading, thicknessMm } from '../schema'
import { id } from './base'

export const shim = z.strictObject({
  id,
  /** The engine whose ledge it fits. */
  engineId: id,
  label: z.string().max(40),
  nominalMm: thicknessMm,
  actualMm: thicknessMm,
  material: z.enum(['stainless', 'brass', 'steel']),
  /** Where its chamfer is: it must lie toward the fillet the cutter leaves. */
  chamfer: z.enum(['none', 'inside', 'outside']).default('none'),
  /** Thickness round the ring as it was measured; the mean is the actual thickness. */
  readings: z.array(reading).default([]),
  /** Where it lies now, in any job of the shop. */
  fitted: z.strictObject({ jobId: id, cylinder: cylinderNumber }).nullable(),
})
export type Shim = z.infer<typeof shim>

/** A liner of the stock. Angles of its readings are counted from its own mark, clockwise from above. */
export const liner = z.strictObject({
  id,
  engineId: id,
  label: z.string().trim().min(1).max(40),
  /** Flange thickness by the maker, mm (step to top for a mid-stop liner). */
  nominalMm: thicknessMm,
  material: z.string().max(40),
  /** Belongs to this bore (an old liner that goes back to its own); null for any. */
  onlyCylinder: cylinderNumber.nullable(),
  /** Flange thickness at its stations. */
  readings: z.array(reading),
  /** Rings that came with it and lie under its flange, measured with it: what is stamped on each, mm. Left out where there are none. */
  ringsMm: z.array(thicknessMm).min(1).max(3).optional(),
  fitted: z.strictObject({ jobId: id, cylinder: cylinderNumber }).nullable(),
})
export type Liner = z.infer<typeof liner>
