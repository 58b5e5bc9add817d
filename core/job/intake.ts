import { z } from 'zod'

/** What an owner complains of, as far as liners can explain it. */
export const complaintNames = [
  'head-gasket',
  'coolant-loss',
  'coolant-in-oil',
  'gas-in-coolant',
  'white-smoke',
  'overheats',
  'overhaul',
  'fuel-in-coolant',
  'oil-pressure',
  'oil-at-seal',
  'noise',
  'vibration',
] as const
export type ComplaintName = (typeof complaintNames)[number]

/** How long or how far the engine has run. */
export const usage = z.strictObject({
  value: z.number().min(0).max(10_000_000),
  unit: z.enum(['hours', 'km', 'miles']),
})
