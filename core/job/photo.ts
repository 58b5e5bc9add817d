import { z } from 'zod'
import { cylinderNumber } from '../schema'
import { entry, id, strike } from './base'

export const photoTypes = ['image/jpeg', 'image/png'] as const
/** A photo of the job: what is known of it; its bytes lie beside. */
export const photo = z.strictObject({
  ...entry,
  cylinder: cylinderNumber.nullable(),
  findingId: id.nullable(),
  mime: z.enum(photoTypes),
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
  bytes: z.int().min(1).max(8_000_000),
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'must be a SHA-256 in hex'),
  words: z.string().max(300),
  struck: strike,
})
export type Photo = z.infer<typeof photo>
