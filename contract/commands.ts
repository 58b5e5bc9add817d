import { z } from 'zod'
import { refuseManyPacks } from '#core/liner/pack'
import { carriesPlane } from '#core/measure/fit-plane'
import { angleDeg, lengthMm, reading, thicknessMm } from '#core/schema'
import { sections } from '#core/works/kinds'
import { linerShape, sealGroove } from '#core/works/liners/fitting'
import { leakTable } from '#core/works/leaks/leak-table'
import { intake, jobAct, jobActNames, type JobAct } from '#core/job/acts'
import {
  engineShape,
  gauge,
  id,
  liner,
  person,
  rates,
  ruleName,
  sheet,
  shim,
  shopWays,
  tooling,
} from '#core/job/snapshot'
import { puller, renewalCosts } from '#core/works/liners/strip'

export { jobAct, jobActNames, type JobAct }

/** A part as it comes into the stock, with the readings it was measured by; empty where it was not. */
export const newPart = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('liner'), ...liner.omit({ fitted: true }).shape }),
  z.strictObject({ kind: z.literal('shim'), ...shim.omit({ fitted: true, actualMm: true }).shape }),
])
export type NewPart = z.infer<typeof newPart>

/** A sheet as it is typed; its version, day and person come with the act. */
const typedSheet = sheet
  .omit({
    version: true,
    at: true,
    personId: true,
    page: true,
    copiedOn: true,
    liner: true,
    seals: true,
    sections: true,
  })
  .extend({
    page: z.string().trim().max(40).optional(),
    copiedOn: z.iso.date().nullable().optional(),
    liner: linerShape.nullable().optional(),
    seals: z.array(sealGroove).max(12).optional(),
    sections: sections.optional(),
  })

/** Who works in the shop and with what: what the plan of all open jobs is laid for. */
export const crew = z.strictObject({
  technicians: z.int().min(1).max(50),
  cutters: z.int().min(0).max(20),
  presses: z.int().min(0).max(20),
  /** Ovens that take a barrel, and boring bars. */
  ovens: z.int().min(0).max(20).default(1),
  bars: z.int().min(0).max(20).default(1),
  fromHour: z.number().min(0).max(23),
  toHour: z.number().min(1).max(24),
  /** Days of the week, 0 Sunday. */
  days: z.array(z.int().min(0).max(6)).min(1).max(7),
})
export type Crew = z.infer<typeof crew>
/** A crew as it may be entered: its day begins before it ends. What an earlier version stored is read as it is. */
export const enteredCrew = crew.refine((c) => c.toHour - c.fromHour >= 1, {
  message: 'must end at least an hour after it begins',
  path: ['toHour'],
})
export const startCrew: Crew = {
  technicians: 2,
  cutters: 1,
  presses: 1,
  ovens: 1,
  bars: 1,
  fromHour: 7,
  toHour: 15.5,
  days: [1, 2, 3, 4, 5],
}

/** Tooling as it may be entered: no more leaves than packs of them can be looked through. */
const enteredTooling = tooling.superRefine((t, context) => refuseManyPacks(t, context, ['leavesMm']))

/** One reading of a repeat study: which part, by whom, which time round. */
export const studyReading = z.strictObject({
  id,
  studyId: id,
  part: z.string().trim().min(1).max(40),
  operator: z.string().trim().min(1).max(80),
  trial: z.int().min(1).max(50),
  valueMm: lengthMm,
})

/** What a person can do in the shop, outside a job. */
export const shopAct = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('add-person'), person: person.pick({ id: true, name: true, role: true }) }),
  z.strictObject({ what: z.literal('save-gauge'), gauge }),
  /** Mends a name or a role. The name of before stays on what was done until now. */
  z.strictObject({
    what: z.literal('change-person'),
    changedId: id,
    ...person.pick({ name: true, role: true }).shape,
  }),
  /** Somebody left, or is back: who left can no longer be chosen. */
  z.strictObject({ what: z.literal('lay-person-aside'), asideId: id, left: z.boolean() }),
  z.strictObject({ what: z.literal('set-shop'), ways: shopWays }),
  z.strictObject({ what: z.literal('set-rule'), rule: ruleName }),
  z.strictObject({ what: z.literal('set-tooling'), tooling: enteredTooling }),
  z.strictObject({
    what: z.literal('add-shim'),
    shimId: id,
    engineId: id,
    label: z.string().trim().min(1).max(40),
    nominalMm: thicknessMm,
    actualMm: thicknessMm,
    material: z.enum(['stainless', 'brass', 'steel']),
  }),
  z.strictObject({
    what: z.literal('add-parts'),
    parts: z.array(newPart).min(1, 'needs at least one part').max(2000, 'is more than 2000 parts at once'),
  }),
  z.strictObject({
    what: z.literal('measure-part'),
    measureId: id,
    partId: id,
    readings: z.array(reading).min(1).max(24),
  }),
  z.strictObject({ what: z.literal('set-rates'), rates }),
  z.strictObject({ what: z.literal('save-puller'), puller }),
  z.strictObject({ what: z.literal('set-renewal-costs'), costs: renewalCosts }),
  /** The table that the ladder of leaks reckons with; null: the one every shop begins with. */
  z.strictObject({ what: z.literal('set-leak-table'), table: leakTable.nullable() }),
  z.strictObject({ what: z.literal('set-crew'), crew: enteredCrew }),
  z.strictObject({
    what: z.literal('open-study'),
    studyId: id,
    gaugeId: id,
    parts: z.array(z.string().trim().min(1).max(40)).min(1).max(20),
    operators: z.array(z.string().trim().min(1).max(80)).min(1).max(10),
    trials: z.int().min(2).max(10),
  }),
  z.strictObject({ what: z.literal('study-reading'), ...studyReading.shape }),
  z.strictObject({ what: z.literal('end-study'), studyId: id }),
  z.strictObject({ what: z.literal('add-engine'), engineId: id, shape: engineShape, sheet: typedSheet }),
  z.strictObject({ what: z.literal('save-sheet'), engineId: id, sheet: typedSheet }),
  z.strictObject({
    what: z.literal('start-job'),
    jobId: id,
    engineId: id,
    title: intake.title,
    complaint: intake.complaint,
    complaints: intake.complaints.optional(),
    usage: intake.usage.optional(),
    wantedBy: intake.wantedBy.optional(),
    /** What is to be done; all of it where left out. */
    work: intake.work.optional(),
    /** The job it is started from. */
    fromJobId: id.nullable().optional(),
    /** Where every liner and ledge is read, degrees from the front; four quarters where left out. */
    stationsDeg: z
      .array(angleDeg.min(0).lt(360))
      .min(3)
      .max(16)
      .refine((s) => new Set(s).size === s.length, 'names a station twice')
      .refine((s) => carriesPlane(s.map((angleDeg) => ({ angleDeg }))), 'lie too close together to carry a plane')
      .optional(),
  }),
])
export type ShopAct = z.infer<typeof shopAct>

/** One act as a device sends it. The same `commandId` is carried out once, however often it arrives. */
export const command = z.strictObject({
  commandId: id,
  deviceId: id,
  personId: id.nullable(),
  jobId: id.nullable(),
  at: z.iso.datetime(),
  act: z.union([jobAct, shopAct]),
})
export type Command = z.infer<typeof command>

export const commandBatch = z.strictObject({ commands: z.array(z.unknown()).min(1).max(100) })

/** Why a command was not carried out. `too-early` ones are sent again; the others wait for a person. */
export const refusalCodes = [
  'bad-command',
  'too-early',
  'unknown-job',
  'unknown-cylinder',
  'unknown-place',
  'not-on-this-unit',
  'unknown-person',
  'unknown-gauge',
  'gauge-of-another-kind',
  'unknown-engine',
  'stage-closed',
  'lead-only',
  'nothing-open',
  'open-changed',
  'set-closed',
  'gate',
  'shim-taken',
  'already-struck',
  'nobody-named',
  'stale-sheet',
  'id-taken',
  'not-measured-between',
  'liner-in',
  'liner-taken',
  'too-many-rings',
  'unknown-part',
  'unknown-study',
  'study-ended',
  'study-incomplete',
  'none-in',
  'out-of-order',
  'photo-missing',
  'unknown-puller',
  'not-found-there',
  'stage-begun',
  'cannot-be-kept',
  'failed',
  'photo-quota',
  'set-full',
  'unknown-entry',
  'unknown-joint',
  'job-full',
] as const
export type RefusalCode = (typeof refusalCodes)[number]

export const outcome = z.discriminatedUnion('result', [
  z.object({ commandId: z.string(), result: z.literal('done'), again: z.boolean() }),
  z.object({
    commandId: z.string(),
    result: z.literal('refused'),
    // A newer server may have reasons that this page does not know yet.
    code: z.enum(refusalCodes).catch('failed'),
    details: z.array(z.string()),
  }),
])
export type Outcome = z.infer<typeof outcome>
export const outcomes = z.object({ outcomes: z.array(outcome) })

/** Is this something done inside a job? */
export function isJobAct(act: JobAct | ShopAct): act is JobAct {
  return jobActNames.has(act.what)
}
