import { z } from 'zod'
import { cylinderNumber } from '../schema'
import { placeCode } from '../job/place'
import { stageNames } from './stage-table'

/**
 * A time that runs by itself, from an entry: a band that swells, a compound that cures. It is read from
 * the entry's own time, so that no reload, other device or server that was away changes it.
 */
export const clock = z.strictObject({
  /** The entry it runs from, and which of its clocks. */
  id: z.string().min(1).max(80),
  /** What runs: the words `clock.<code>`. */
  code: z.string().min(1).max(40),
  /** What it is called on the sheet, where it has a name of its own. */
  name: z.string().max(80),
  stage: z.enum(stageNames),
  cylinder: cylinderNumber.nullable(),
  place: placeCode.nullable(),
  fromAt: z.iso.datetime(),
  dueAt: z.iso.datetime(),
  /** What its end means: work that must be done by then is lost, or one may go on. */
  ends: z.enum(['lost', 'ready']),
})
export type Clock = z.infer<typeof clock>
