import { z } from 'zod'
import { placeCode } from '../../job/place'

/** What nobody sees of a simulated gearbox: what each pad loses of its air, kPa. */
export const faceTruth = z.object({ lostKPa: z.record(placeCode, z.number()) })
export type FaceTruth = z.infer<typeof faceTruth>
