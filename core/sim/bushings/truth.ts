import { z } from 'zod'
import { placeCode } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import { mark, thicknessMm } from '../../schema'
import { oldLooks, wipeFinds } from '../../works/bushings/kinds'
import { housingsOf, lastAt, lastOf } from '../../works/bushings/read-bushings'

/** What nobody sees of a simulated block and its box of bushings. */
export const bushingTruth = z.object({
  /** What each old bushing looks like, where not grey. */
  old: z.record(
    placeCode,
    z.object({
      looks: z.enum(oldLooks),
      copperShare: z.number(),
      copperOClock: z.number().nullable(),
      holeInLine: z.boolean(),
    }),
  ),
  /** How far each drilling lies off its place, mm, by housing. */
  drillingOffMm: z.record(placeCode, z.array(z.number())),
  /** What each housing's bore is larger than the sheet has it, mm. */
  boreOffMm: z.record(placeCode, z.number()),
  /** What lies in the box for each housing; one a wrong one was sent back for is replaced by what the sheet names. */
  box: z.record(placeCode, z.object({ code: mark, outerMm: thicknessMm })),
  /** What wipes bring out of a passage, one after the other; then they are clean. */
  dirt: z.record(mark, z.array(z.enum(wipeFinds))),
  /** How far a blow drives a bushing, mm; no two alike. */
  perBlowMm: z.number(),
  /** A housing in which the shaft binds until it is eased: where, and how much of the turning torque's limit it takes. */
  binds: z.object({ place: placeCode, oClock: z.number(), share: z.number() }).nullable(),
})
export type BushingTruth = z.infer<typeof bushingTruth>

/** Whether the bushings of a job still are what let the oil pressure fall. */
export const bushingsWorn = (snapshot: Snapshot): boolean =>
  housingsOf(snapshot).some((h) => !lastAt(snapshot, 'finished', h.place)) || lastOf(snapshot, 'turned') === null
