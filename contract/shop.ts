import { z } from 'zod'
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
import { cardMarks } from '#core/works/card-marks'
import { leakTable } from '#core/works/leaks/leak-table'
import { clock } from '#core/works/clock'
import { crew, studyReading } from './commands'
import { stageNames, workChoices } from '#core/job/stages'
import { toolNames } from '#core/works/stage-table'

export const engineCard = z.strictObject({
  id,
  ...engineShape.shape,
  sheets: z.array(sheet),
})
export type EngineCard = z.infer<typeof engineCard>

export const jobCard = z.strictObject({
  id,
  number: z.int(),
  title: z.string(),
  complaint: z.string(),
  engineId: id,
  engineName: z.string(),
  cylinders: z.int(),
  nextStage: z.enum(stageNames).nullable(),
  signed: z.boolean(),
  /** Closed as it stands, with things open. */
  ended: z.boolean().default(false),
  lastAt: z.iso.datetime(),
  lastPerson: z.string().nullable(),
  readings: z.int(),
  archived: z.boolean(),
  wantedBy: z.iso.date().nullable(),
  work: z.array(z.enum(workChoices)),
  stationsDeg: z.array(z.number()),
  /** The shop it was taken in from; null for a job of this one. */
  from: z.string().nullable().default(null),
  /** Its places in small; null where readings came since, until they are looked at. */
  marks: cardMarks.nullable().default(null),
  clocks: z.array(clock).default([]),
})
export type JobCard = z.infer<typeof jobCard>

/** The clocks that run in the shop, each with its job. */
export const runningClocks = z.array(z.strictObject({ jobId: id, title: z.string(), ...clock.shape }))
export type RunningClock = z.infer<typeof runningClocks>[number]

/** Which piece of a list is asked for, and in which order. */
const piece = {
  search: z.string().max(200).default(''),
  desc: z.stringbool().default(false),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(40),
}

/** Which jobs a list shows, in which order, and which piece of it. */
export const jobListQuery = z.object({
  which: z.enum(['open', 'signed', 'archived', 'all']).default('all'),
  sort: z.enum(['number', 'title', 'engine', 'stage', 'readings', 'wanted', 'last']).default('number'),
  ...piece,
  /** Only jobs on this engine. */
  engineId: id.optional(),
})
export type JobListQuery = z.infer<typeof jobListQuery>
/** One piece of a list of jobs, and how many there are in all. */
export const jobList = z.strictObject({ jobs: z.array(jobCard), total: z.int() })
export type JobList = z.infer<typeof jobList>

/** A repeat study of a gauge, under way or ended. */
export const study = z.strictObject({
  id,
  gaugeId: id,
  parts: z.array(z.string()),
  operators: z.array(z.string()),
  trials: z.int(),
  at: z.iso.datetime(),
  endedAt: z.iso.datetime().nullable(),
  readings: z.array(studyReading.omit({ studyId: true })),
})
export type Study = z.infer<typeof study>

/** The stock: liners and shims, of an engine or of the whole shop. */
export const stock = z.strictObject({ liners: z.array(liner), shims: z.array(shim) })
export type Stock = z.infer<typeof stock>

export const partListQuery = z.object({
  kind: z.enum(['liner', 'shim']),
  /** Only this one. */
  id: id.optional(),
  sort: z.enum(['label', 'engine', 'nominal', 'actual', 'wedge', 'flag', 'material', 'where']).default('label'),
  ...piece,
})
export type PartListQuery = z.infer<typeof partListQuery>
/** One piece of the list of liners or of shims, how many there are in all, of each kind, and of the first sizes. */
export const partList = z.strictObject({
  ...stock.shape,
  total: z.int(),
  of: z.strictObject({ liner: z.int(), shim: z.int() }),
  sizes: z.array(z.strictObject({ nominalMm: z.number(), free: z.int(), used: z.int() })),
})
export type PartList = z.infer<typeof partList>

export const peopleListQuery = z.object({ sort: z.enum(['name', 'role']).default('name'), ...piece })
export type PeopleListQuery = z.infer<typeof peopleListQuery>
/** One piece of the list of people. */
export const peopleList = z.strictObject({ people: z.array(person), total: z.int() })
export type PeopleList = z.infer<typeof peopleList>

/** What every page outside a job shows: the shop's people, gauges, studies, engines and tools. */
export const shop = z.strictObject({
  name: z.string(),
  ways: shopWays,
  rule: ruleName,
  tooling,
  people: z.array(person),
  gauges: z.array(gauge),
  engines: z.array(engineCard),
  rates,
  studies: z.array(study),
  pullers: z.array(puller),
  renewalCosts,
  leakTable: leakTable.nullable().default(null),
  crew,
})
export type Shop = z.infer<typeof shop>

/** Every error of the API, a problem a person can act on. */
export const apiError = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
})

/** One task of the shop's plan, with the hours of the clock. */
export const scheduledTask = z.strictObject({
  jobId: id,
  title: z.string(),
  stage: z.enum(stageNames),
  technician: z.int(),
  tool: z.enum(toolNames).nullable(),
  fromAt: z.iso.datetime(),
  toAt: z.iso.datetime(),
  hours: z.number(),
})

/** Which of the planned jobs are told, in which order, and how far ahead the tasks. */
export const scheduleQuery = z.object({
  search: z.string().max(200).default(''),
  sort: z.enum(['plan', 'title', 'planned', 'used', 'left', 'end', 'wanted']).default('plan'),
  desc: z.stringbool().default(false),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(40),
  /** Days from now in which a task begins that is told. */
  days: z.coerce.number().int().min(1).max(3660).default(21),
})
export type ScheduleQuery = z.infer<typeof scheduleQuery>

/** A job of the plan. */
export const plannedJob = z.strictObject({
  id,
  title: z.string(),
  plannedH: z.number(),
  usedH: z.number(),
  leftH: z.number(),
  endAt: z.iso.datetime(),
  lateH: z.number(),
  wantedBy: z.iso.date().nullable(),
  /** A tool that the shop has none of: from there on it cannot be planned. */
  lacks: z.enum(toolNames).nullable().default(null),
})

/** The plan of the open jobs: a piece of the list of jobs, and the tasks of the days to come. */
export const schedule = z.strictObject({
  madeAt: z.iso.datetime(),
  tasks: z.array(scheduledTask),
  jobs: z.array(plannedJob),
  /** How many jobs there are in all. */
  total: z.int(),
  /** How many tasks come later than those that are told. */
  later: z.int(),
})
export type Schedule = z.infer<typeof schedule>
