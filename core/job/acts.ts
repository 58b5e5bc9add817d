import { z } from 'zod'
import { angleDeg, cylinderNumber, lengthMm, thicknessMm } from '../schema'
import { actSchemas } from '../works/kind'
import { entryWhats, isGrouped, kindsByWork, type EntryAct } from '../works/kinds'
import { complaintNames, usage } from './intake'
import { placeCode } from './place'
import { id, MOST_OPEN, openThing, placement, takenPlan, zeroPlace } from './snapshot'
import { setStages, stageNames, workChoices } from './stages'

const reason = z.string().trim().max(300)
/** Intake of a job, as far as it can be changed until it is signed. */
export const intake = {
  title: z.string().trim().min(1).max(120),
  /** The customer's own words. */
  complaint: z.string().trim().max(500),
  complaints: z.array(z.enum(complaintNames)).max(complaintNames.length),
  usage: usage.nullable(),
  wantedBy: z.iso.date().nullable(),
  work: z.array(z.enum(workChoices)).max(workChoices.length),
}

/** Acts that add an entry of a kind: their schemas are made of the kinds. */
const entryActs = kindsByWork.flatMap(([work, kinds]) => actSchemas(kinds, isGrouped(work)))

/** Acts that do more than add an entry. */
const ownActs = z.discriminatedUnion('what', [
  z.strictObject({
    what: z.literal('open-set'),
    setId: id,
    cylinder: cylinderNumber.nullable(),
    /** Where no cylinder is: the place by its code. */
    place: placeCode.nullable().optional(),
    stage: z.enum(setStages),
    gaugeId: id,
    zeroOn: zeroPlace,
    masterMm: thicknessMm.nullable().optional(),
    clampNm: z.number().min(0).max(5000).nullable().optional(),
  }),
  z.strictObject({
    what: z.literal('take-reading'),
    readingId: id,
    setId: id,
    angleDeg: angleDeg.min(0).lt(360),
    valueMm: lengthMm,
    source: z.enum(['typed', 'gauge']),
  }),
  z.strictObject({ what: z.literal('strike-reading'), readingId: id, reason }),
  /** Readings taken under another's name: struck out there, and restated under the name of who sends this. */
  z.strictObject({
    what: z.literal('hand-over'),
    setId: id,
    readings: z
      .array(z.strictObject({ readingId: id, newId: id }))
      .min(1)
      .max(200),
  }),
  /** Two people measured the same: this set is the one that does not count. */
  z.strictObject({ what: z.literal('strike-set'), setId: id, reason }),
  z.strictObject({ what: z.literal('close-set'), setId: id, zeroMm: lengthMm.nullable() }),
  /** One look at the zero for all sets since the last one; those that are ended by now stay as they are. */
  z.strictObject({ what: z.literal('close-sets'), setIds: z.array(id).min(1).max(200), zeroMm: lengthMm.nullable() }),
  /** Takes such a look back: its sets are open again. */
  z.strictObject({ what: z.literal('reopen-sets'), setIds: z.array(id).min(1).max(200) }),
  z.strictObject({
    what: z.literal('cut-pass'),
    cutId: id,
    cylinder: cylinderNumber,
    kind: z.enum(['rough', 'finish']),
    leavesMm: z.array(thicknessMm).min(1).max(6),
    expectMm: lengthMm,
    biasMm: lengthMm.optional(),
    /** Why this pass follows another without a measurement between. */
    unmeasured: reason.optional(),
  }),
  z.strictObject({ what: z.literal('strike-cut'), cutId: id, reason }),
  z.strictObject({
    what: z.literal('fit-shim'),
    fitId: id,
    cylinder: cylinderNumber,
    shimId: id.nullable(),
    expectMm: lengthMm,
  }),
  z.strictObject({ what: z.literal('strike-shim'), fitId: id, reason }),
  /** Closes the record with stages open: signed as such, and counted as good nowhere. */
  z.strictObject({
    what: z.literal('end-as-it-stands'),
    why: reason.min(1),
    /** What was shown as open: it must be what is. */
    open: z.array(openThing.partial({ stage: true })).max(MOST_OPEN),
  }),
  z.strictObject({ what: z.literal('close-stage'), stage: z.enum(stageNames), note: reason }),
  z.strictObject({ what: z.literal('reopen-stage'), stage: z.enum(stageNames), note: reason.min(1) }),
  z.strictObject({ what: z.literal('adopt-sheet'), sheetId: id }),
  z.strictObject({ what: z.literal('strike-wear'), markId: id, reason }),
  z.strictObject({
    what: z.literal('place-liner'),
    placementId: id,
    ...placement.pick({ cylinder: true, linerId: true, rotationDeg: true }).shape,
  }),
  z.strictObject({
    what: z.literal('take-plan'),
    planId: id,
    ...takenPlan.pick({ school: true, changed: true, targetMm: true, bores: true, told: true }).shape,
  }),
  z.strictObject({ what: z.literal('strike-entry'), entryId: id, reason }),
  z.strictObject({ what: z.literal('change-job'), ...z.strictObject(intake).partial().shape }),
  z.strictObject({ what: z.literal('archive-job'), archived: z.boolean() }),
])
/** What a person can do inside a job. `what` names the act; each thing made carries the id its device gave it. */
export const jobAct = z.discriminatedUnion('what', [...ownActs.options, ...entryActs]) as unknown as z.ZodType<JobAct>
export type JobAct = z.infer<typeof ownActs> | EntryAct
/** Names of the acts inside a job. */
export const jobActNames: ReadonlySet<string> = new Set<string>([
  ...ownActs.options.map((o) => o.shape.what.value),
  ...entryWhats,
])
