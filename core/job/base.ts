import { z } from 'zod'

/** A name made by the device that made the thing. */
export const id = z.uuid('must be a UUID')
export const when = z.iso.datetime('must be a time in UTC')
/** Who did it, and when. */
export const by = { personId: id, at: when }
/** Its place in the order of all acts of the store. */
export const seq = z.number().int()
/** Who struck it out, when and why; null while it stands. */
export const strike = z.strictObject({ ...by, reason: z.string().max(300) }).nullable()
/** What every entry of a job carries. */
export const entry = { id, seq, ...by }
