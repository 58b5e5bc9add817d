import { z } from 'zod'
import { cylinderNumber } from '../schema'
import { entry } from './base'

/** Openings of an open engine that chips, dirt and dropped bolts fall into. Each belongs to the cylinder it lies by. */
export const openingNames = ['bore', 'crank-hole', 'oil-drilling', 'coolant', 'push-rod', 'bolt-hole'] as const
export type OpeningName = (typeof openingNames)[number]
export const stopperNames = ['foam-plug', 'rag', 'ear-plug', 'taped-disc', 'cap'] as const
export type StopperName = (typeof stopperNames)[number]

/** Something put into an opening against chips, or taken out again. */
export const tallyMark = z.strictObject({
  ...entry,
  cylinder: cylinderNumber,
  goesIn: z.boolean(),
  place: z.enum(openingNames).default('bore'),
  item: z.enum(stopperNames).default('foam-plug'),
  count: z.int().min(1).max(50).default(1),
})
