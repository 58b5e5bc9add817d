import { z } from 'zod'
import { leakKinds } from '#core/works/leaks/leak-table'

/** How often each cause was found in the signed jobs of the shop; those never found are left out. */
export const leakCounts = z.partialRecord(z.enum(leakKinds), z.int().min(1))
export type LeakCounts = z.infer<typeof leakCounts>
