import { z } from 'zod'
import { placeCode, type Spot } from '../../job/place'
import { thicknessMm } from '../../schema'

/** What the toy work needs on the sheet: the pads, and how thick a gasket is. */
export const section = z.strictObject({ pads: z.array(placeCode).min(1).max(9), thicknessMm })

/** It is done at the pads. */
export const places = (_: object, of?: z.infer<typeof section>): Spot[] =>
  (of?.pads ?? []).map((place) => ({ cylinder: null, place }))
