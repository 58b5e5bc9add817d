import { z } from 'zod'
import { id } from '#core/job/snapshot'
import { placeCode } from '#core/job/place'
import { cylinderNumber } from '#core/schema'
import { stageNames } from '#core/job/stages'

/** Where somebody is in a job, as their device says it; nobody else's screen needs it for anything but to show it. */
export const hereNote = z.strictObject({
  deviceId: id,
  personId: id.nullable(),
  stage: z.enum(stageNames),
  cylinder: cylinderNumber.nullable(),
  place: placeCode.nullable(),
})
export type HereNote = z.infer<typeof hereNote>
export const hereList = z.array(hereNote).max(200)

/** A device that has not said where it is for so long is gone, ms. */
export const HERE_LASTS_MS = 20_000
