import { z } from 'zod'
import { angleDeg, cylinderNumber, headsOrNone, lengthFromZeroMm, lengthMm, thicknessMm } from '../schema'
import type { Quantity } from '../figure-types'
import { by, id, seq, strike, when } from './base'
import { linerShape, sealGroove } from '../works/liners/fitting'
import { puller, renewalCosts, startRenewalCosts } from '../works/liners/strip'
import { leakTable } from '../works/leaks/leak-table'
import { groups, sections, topRows } from '../works/kinds'
import { complaintNames, usage } from './intake'
import { spotShape } from './place'
import { plainWork, setStages, stageNames, workChoices } from './stages'
import { liner, shim } from './stock-parts'

export { id }
export { liner, shim, type Liner, type Shim } from './stock-parts'

export const ruleName = z.enum(['guarded', 'plain'])
export type RuleName = z.infer<typeof ruleName>

/** How the cylinders stand; `unit` is one without any: a gearbox, a compressor. */
export const layoutName = z.enum(['inline', 'vee', 'unit'])
/** Where a liner sits; `none` on a unit that has no liners, whose limits say nothing. */
export const seatName = z.enum(['top-stop', 'spacer-plate', 'mid-stop', 'none'])
export const linkKind = z.enum([
  'flange',
  'step-to-top',
  'counterbore',
  'ledge-below-block',
  'mid-ledge',
  'plate',
  'plate-gasket',
])

/** The limits of an engine's sheet, mm and N·m. */
export const limits = z
  .strictObject({
    minMm: lengthMm,
    maxMm: lengthMm,
    aimMm: lengthMm,
    withinLinerMaxMm: lengthFromZeroMm,
    adjacentMaxMm: lengthFromZeroMm.nullable(),
    headRangeMaxMm: lengthFromZeroMm.nullable(),
    maxLedgeDepthMm: lengthFromZeroMm.nullable(),
    holdDownNm: z.number().min(0).max(5000).nullable(),
  })
  .superRefine((l, context) => {
    if (l.minMm > l.maxMm) context.addIssue({ code: 'custom', message: 'limits-crossed', path: ['minMm'] })
    else if (l.aimMm < l.minMm || l.aimMm > l.maxMm)
      context.addIssue({ code: 'custom', message: 'aim-outside', path: ['aimMm'] })
  })
export type Limits = z.infer<typeof limits>

/** One version of an engine's sheet. */
export const sheet = z.strictObject({
  id,
  version: z.int().min(1),
  seat: seatName,
  links: z.array(z.strictObject({ kind: linkKind, nominalMm: thicknessMm })).max(8),
  limits,
  /** Where the limits were copied from: the manual, its page, and the day; who is `personId`. */
  source: z.string().max(300),
  page: z.string().max(40).default(''),
  copiedOn: z.iso.date().nullable().default(null),
  liner: linerShape.nullable().default(null),
  /** The seal set from the top down. */
  seals: z.array(sealGroove).max(12).default([]),
  /** What other works need of it, each under its name. */
  sections: sections.default({}),
  personId: id.nullable(),
  at: when,
})
export type Sheet = z.infer<typeof sheet>

/** What an engine is, apart from its limits. */
export const engineShape = z
  .strictObject({
    name: z.string().trim().min(1).max(80),
    layout: layoutName,
    /** 0 on a unit without cylinders. */
    boreMm: lengthFromZeroMm,
    pitchMm: lengthFromZeroMm,
    bankAngleDeg: z.number().min(0).max(180),
    /** Rows of bores in plan, front to rear: one for an inline engine, two for a V, none for a unit. */
    banks: headsOrNone,
    heads: headsOrNone,
    firing: z.array(cylinderNumber).max(99),
  })
  .superRefine((e, context) => {
    const cylinders = e.heads.flat()
    if ((e.layout === 'unit') !== (cylinders.length === 0))
      context.addIssue({ code: 'custom', message: 'no-cylinders', path: ['heads'] })
    if (e.layout === 'unit') return
    if (e.boreMm <= 0) context.addIssue({ code: 'custom', message: 'must be more than zero', path: ['boreMm'] })
    const inBanks = e.banks.flat().sort((a, b) => a - b)
    if (inBanks.join() !== [...cylinders].sort((a, b) => a - b).join())
      context.addIssue({ code: 'custom', message: 'banks-differ', path: ['banks'] })
    if (cylinders.some((c) => c > cylinders.length))
      context.addIssue({ code: 'custom', message: 'cylinder-gap', path: ['heads'] })
    if (e.pitchMm <= e.boreMm) context.addIssue({ code: 'custom', message: 'pitch-under-bore', path: ['pitchMm'] })
  })
export type EngineShape = z.infer<typeof engineShape>

/** What a shop reads figures with. */
export const gaugeKinds = [
  'digital-sled',
  'dial-sled',
  'depth',
  'bore',
  'outside',
  'dial',
  'feeler',
  'rule',
  'thermometer',
  'pressure',
  'wrench',
  'protractor',
] as const
export type GaugeKind = (typeof gaugeKinds)[number]
/** What those read that read no length; of every other kind it is one. */
const readsOtherwise: Partial<Record<GaugeKind, Quantity>> = {
  thermometer: 'temperature',
  pressure: 'pressure',
  wrench: 'torque',
  protractor: 'angle',
}
export const quantityOf = (kind: GaugeKind): Quantity => readsOtherwise[kind] ?? 'length'
/** Those that protrusion is read with on the deck. */
export const isSled = (kind: GaugeKind): boolean => kind === 'digital-sled' || kind === 'dial-sled'
/** What an instrument of a figure's type is among the gauges: a sled of either sort is one. */
export const isInstrument = (kind: GaugeKind, instrument: string): boolean =>
  kind === instrument || (instrument === 'sled' && isSled(kind))

/** No scale of a shop reads finer. */
const FINEST_MM = 0.0001
/** Gauge as a reading needs it. */
export const gauge = z
  .strictObject({
    id,
    name: z.string().trim().min(1).max(80),
    serial: z.string().max(60),
    kind: z.enum(gaugeKinds),
    /** Of one that reads lengths; 0 of any other. */
    resolutionMm: lengthFromZeroMm,
    repeatabilityMm: lengthFromZeroMm,
    /** Of one that reads no length: what its readings are uncertain by, k = 2, in °C, kPa, N·m or degrees. */
    otherUncertainty: z.number().min(0).max(10_000).optional(),
    /** Where the repeatability comes from. */
    basis: z.enum(['entered', 'study']),
    calibrationDue: z.iso.date().nullable(),
  })
  .superRefine((g, context) => {
    const lacks = (path: string, message: string) => context.addIssue({ code: 'custom', message, path: [path] })
    if (quantityOf(g.kind) === 'length') {
      if (g.resolutionMm < FINEST_MM) lacks('resolutionMm', `must lie between ${FINEST_MM} and 1 mm`)
    } else if (g.otherUncertainty === undefined) lacks('otherUncertainty', 'missing')
  })
export type Gauge = z.infer<typeof gauge>

export const person = z.strictObject({
  id,
  name: z.string().trim().min(1).max(80),
  role: z.enum(['lead', 'technician', 'apprentice', 'owner']),
  /** Names of before it was mended, each with the moment until which it stood. */
  earlierNames: z
    .array(z.strictObject({ name: z.string().max(80), until: when }))
    .max(20)
    .optional(),
  /** Since when the person no longer works here; left out for who does. */
  leftAt: when.optional(),
})
export type Person = z.infer<typeof person>

/** What a gauge was zeroed on: a sled on deck or liner, a depth gauge on deck, plate or its setting master. */
export const zeroPlace = z.enum(['deck', 'liner', 'plate', 'master'])

export const readingSet = z.strictObject({
  id,
  seq,
  ...by,
  ...spotShape,
  stage: z.enum(setStages),
  gaugeId: id,
  sheetId: id,
  uncertaintyMm: lengthFromZeroMm,
  rule: ruleName,
  zeroOn: zeroPlace,
  /** Height of the setting master a depth gauge was zeroed on, mm. */
  masterMm: thicknessMm.nullable().default(null),
  /** Hold-down torque while it was read, N·m; null: the book's. */
  clampNm: z.number().min(0).max(5000).nullable().default(null),
  /** How the set ended; null while it is open. */
  closed: z.strictObject({ ...by, zeroMm: lengthMm.nullable(), zeroMoved: z.boolean() }).nullable(),
  /** Somebody said that it does not count: another's set of the same spot does. */
  struck: strike.nullable().default(null),
})
export type ReadingSet = z.infer<typeof readingSet>

export const takenReading = z.strictObject({
  id,
  seq,
  ...by,
  setId: id,
  angleDeg,
  /** Protrusion, positive above the deck, whichever way the gauge was zeroed; on a ledge its depth, positive downward. */
  valueMm: lengthMm,
  source: z.enum(['typed', 'gauge']),
  struck: strike,
})
export type TakenReading = z.infer<typeof takenReading>

export const cut = z.strictObject({
  id,
  seq,
  ...by,
  cylinder: cylinderNumber,
  kind: z.enum(['rough', 'finish']),
  leavesMm: z.array(thicknessMm).min(1).max(6),
  packMm: thicknessMm,
  expectMm: lengthMm,
  /** What the cutter was taken to cut beyond its pack, mm. */
  biasMm: lengthMm.default(0),
  /** Why this pass followed another one without a measurement between; empty where one was taken. */
  unmeasured: z.string().max(300).default(''),
  struck: strike,
})
export type Cut = z.infer<typeof cut>

export const shimFit = z.strictObject({
  id,
  seq,
  ...by,
  cylinder: cylinderNumber,
  /** null: the shim that was in is taken out. */
  shimId: id.nullable(),
  thicknessMm: lengthFromZeroMm,
  expectMm: lengthMm,
  struck: strike,
})
export type ShimFit = z.infer<typeof shimFit>

/** A liner put into a bore for the trial stack, or taken out (null). */
export const placement = z.strictObject({
  id,
  seq,
  ...by,
  cylinder: cylinderNumber,
  linerId: id.nullable(),
  rotationDeg: angleDeg,
})
export type Placement = z.infer<typeof placement>

export const schoolNames = ['leave', 'skim', 'aim', 'alike', 'upper', 'match'] as const
export type SchoolName = (typeof schoolNames)[number]

/** What a repair plan wants of one bore. */
export const planBore = z.strictObject({
  cylinder: cylinderNumber,
  linerId: id.nullable(),
  rotationDeg: angleDeg,
  cutMm: lengthFromZeroMm,
  /** 0 for none. */
  shimMm: lengthFromZeroMm,
})
export type PlanBore = z.infer<typeof planBore>

/** The plan that was taken: the work list. The latest one counts. */
export const takenPlan = z.strictObject({
  id,
  seq,
  ...by,
  school: z.enum(schoolNames),
  changed: z.boolean(),
  targetMm: lengthMm,
  bores: z.array(planBore).min(1).max(99),
  /** What was told of it when it was taken, so that it is not told otherwise after the work. Left out by an earlier version. */
  told: z
    .strictObject({
      boresCut: z.int().min(0),
      passes: z.int().min(0),
      metalMm: lengthFromZeroMm,
      shimsUsed: z.int().min(0),
      hours: z.number().min(0).max(1e5),
      money: z.number().min(0).max(1e9),
    })
    .optional(),
})
export type TakenPlan = z.infer<typeof takenPlan>

/** What work costs in this shop. */
export const rates = z.strictObject({
  hourMoney: z.number().min(0).max(1e6),
  /** Setting the cutter up on a bore, centring, clamping, cleaning after, hours. */
  boreHours: z.number().min(0).max(100),
  /** One pass with its measurement, hours. */
  passHours: z.number().min(0).max(100),
  shimHours: z.number().min(0).max(100),
  shimMoney: z.number().min(0).max(1e6),
})
export type Rates = z.infer<typeof rates>
export const startRates: Rates = { hourMoney: 68, boreHours: 0.5, passHours: 0.4, shimHours: 0.25, shimMoney: 14 }

export const tooling = z.strictObject({
  leavesMm: z.array(thicknessMm).min(1),
  maxLeavesPerPack: z.int().min(1).max(6),
  maxPassMm: thicknessMm,
  finishMm: lengthFromZeroMm,
  cutterBiasMm: lengthMm,
  cleanupMm: lengthFromZeroMm,
})
export type Tooling = z.infer<typeof tooling>

/** The shop itself: what stands on its papers, and a way of working that it chose. */
export const shopWays = z.strictObject({
  name: z.string().trim().max(120),
  /** Lines of its address, telephone and the like. */
  address: z.string().trim().max(300),
  /** How money is written here, such as € or kr; empty: bare figures. */
  currency: z.string().trim().max(8),
  /** After how many liners the gauge's zero is seen; 0: once a round. */
  zeroEvery: z.int().min(0).max(100),
})
export type ShopWays = z.infer<typeof shopWays>

/** What surrounds the entries of a job: what it is about, what it was measured and judged with, who is named. */
const surroundings = {
  job: z.strictObject({
    id,
    number: z.int(),
    title: z.string(),
    /** The customer's own words. */
    complaint: z.string(),
    simulated: z.boolean(),
    createdAt: when,
    work: z.array(z.enum(workChoices)).default(plainWork),
    complaints: z.array(z.enum(complaintNames)).default([]),
    usage: usage.nullable().default(null),
    wantedBy: z.iso.date().nullable().default(null),
    archived: z.boolean().default(false),
    /** The job it was started from; null for none. */
    fromJobId: id.nullable().default(null),
  }),
  engine: z.strictObject({ id, ...engineShape.shape }),
  sheet,
  stationsDeg: z.array(angleDeg).min(3),
  rule: ruleName,
  tooling,
  ledges: z.array(
    z.strictObject({ cylinder: cylinderNumber, depthMm: lengthFromZeroMm, frettingMm: lengthFromZeroMm }),
  ),
  shims: z.array(shim),
  gauges: z.array(gauge),
  people: z.array(person),
  liners: z.array(liner).default([]),
  rates: rates.default(startRates),
  pullers: z.array(puller).default([]),
  renewalCosts: renewalCosts.default(startRenewalCosts),
  /** null: the file or the version it came from did not tell. */
  shop: shopWays.nullable().default(null),
  /** The shop's own table of leaks; null: the one every shop begins with. */
  leakTable: leakTable.nullable().default(null),
}

/** Where a job was taken in from: the shop that saved the file, when, its number there, and when it came here. */
export const takenIn = z.strictObject({ shop: z.string().max(120), savedAt: when, number: z.int(), at: when })
export type TakenIn = z.infer<typeof takenIn>

/** What surrounds the entries, as it was when the job was signed: the record shows this, whatever changes in the shop after. */
export const kept = z.strictObject({
  ...surroundings,
  /** The ways by which it had come by then. Left out by a signature of before version 4, which did not cover them. */
  takenIn: z.array(takenIn).max(20).optional(),
})
export type Kept = z.infer<typeof kept>

/** What a closed stage was judged by: limits that change after, and parts that are measured again, change nothing in it. */
export const judgedBy = z.strictObject({ sheetId: id, shims: z.array(shim), liners: z.array(liner) })
export type JudgedBy = z.infer<typeof judgedBy>

/** One thing that was open where a job was ended: what, in which stage and where; a cylinder by its number. */
export const openThing = z.strictObject({
  stage: z.enum(stageNames).nullable(),
  code: z.string().min(1).max(40),
  place: z.string().max(30).nullable(),
})
export type OpenThing = z.infer<typeof openThing>
/** So many things are open at the most where a job is ended. */
export const MOST_OPEN = 1000

export const closure = z.strictObject({
  seq,
  ...by,
  stage: z.enum(stageNames),
  /** false: the stage was opened again. */
  closes: z.boolean(),
  note: z.string().max(500),
  /** Hash over what was closed or signed. */
  hash: z.string().max(64),
  /** How the hash was made: 1 before it could be made again, 2 to 4 by `signatureHash`. */
  sealVersion: z.int().default(1),
  /** When the server stored it, by the server's clock; `at` is the device's. null: not yet, or by an earlier version. */
  storedAt: when.nullable().default(null),
  /** Of a signature: what surrounds the job, as it was then. */
  kept: kept.nullable().default(null),
  /** Of a stage or job that was closed by version 4: what it was judged by. */
  judged: judgedBy.nullable().default(null),
  /** Of a job that was ended as it stands, for the reason in its note: what was open; left out of any other closing. */
  ended: z.array(openThing).max(MOST_OPEN).optional(),
})
export type Closure = z.infer<typeof closure>

/** Everything that is known of one job: what the server sends, what the device keeps, what the core judges. */
export const snapshot = z.strictObject({
  revision: z.number().int(),
  ...surroundings,
  /** The ways it came by files, the last one last; none for a job of this shop. */
  takenIn: z.array(takenIn).max(20).default([]),
  /** What counts as done when it arrived, since its device's clock could not be right: its place, and what that clock said. */
  redated: z.array(z.strictObject({ seq, deviceAt: when, at: when })).optional(),
  /** Sheets that earlier sets were judged by, the present one included. */
  sheets: z.array(sheet),
  ...topRows,
  /** Entries of the other works, each under its name. */
  works: groups.default({}),
  placements: z.array(placement).default([]),
  plans: z.array(takenPlan).default([]),
  sets: z.array(readingSet),
  readings: z.array(takenReading),
  cuts: z.array(cut),
  shimFits: z.array(shimFit),
  closures: z.array(closure),
})
export type Snapshot = z.infer<typeof snapshot>
