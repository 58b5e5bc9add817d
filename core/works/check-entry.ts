import { z } from 'zod'
import { id } from '../job/base'
import { isInstrument, type Snapshot } from '../job/snapshot'
import { cylinderNumber } from '../schema'
import { jointOf } from './fasteners/read-joint'
import { lengthsReadBy } from './read-by'
import { allKinds, entriesOf, type EntryAct } from './kinds'
import type { TakenWith } from './kind'
import type { Refused } from './stage-logic'

/** What a field that carries an id points at: it must be of this job. */
const pointsAt: Readonly<Record<string, { code: string; among: (job: Snapshot) => readonly { id: string }[] }>> = {
  gaugeId: { code: 'unknown-gauge', among: (job) => job.gauges },
  pullerId: { code: 'unknown-puller', among: (job) => job.pullers },
  findingId: { code: 'unknown-entry', among: (job) => job.findings },
  holdId: { code: 'unknown-entry', among: (job) => entriesOf(job, 'sleeves.holds') },
}
/** Fields that list cylinders. */
const listCylinders: readonly string[] = ['wet', 'renew']

/** The entry's own schema without what may be left out or be nothing. */
function inner(schema: unknown): unknown {
  let now = schema as z.ZodType
  while (now instanceof z.ZodNullable || now instanceof z.ZodOptional || now instanceof z.ZodDefault)
    now = now.unwrap() as z.ZodType
  return now
}

/** Fields of kinds that point at something but of which nothing is known here: a test holds that there is none. */
export function uncheckedFields(): string[] {
  return allKinds.flatMap(({ what, given }) =>
    Object.entries(given).flatMap(([field, schema]) => {
      const of = inner(schema)
      const lists = of instanceof z.ZodArray && inner(of.element) === cylinderNumber
      if (of === id && !(field in pointsAt)) return [`${what}.${field}`]
      if (lists && !listCylinders.includes(field)) return [`${what}.${field}`]
      if (of === cylinderNumber && field !== 'cylinder') return [`${what}.${field}`]
      return []
    }),
  )
}

/** What of an entry points at nothing of this job: a gauge, a puller, another entry, a cylinder, a joint or its bolt. */
export function pointsNowhere(job: Snapshot, act: EntryAct): Refused | null {
  const given = act as unknown as Record<string, unknown>
  for (const [field, { code, among }] of Object.entries(pointsAt)) {
    const target = given[field]
    // What names the entry itself points at nothing.
    if (typeof target !== 'string' || field === keyOf(act)) continue
    if (!among(job).some((t) => t.id === target)) return { code, details: [] }
  }
  // What reads a bore says nothing of a depth.
  const read = lengthsReadBy(act.what)
  for (const { by, gaugeId } of (act as { takenWith?: TakenWith }).takenWith ?? []) {
    const used = job.gauges.find((g) => g.id === gaugeId)
    if (gaugeId !== null && !used) return { code: 'unknown-gauge', details: [] }
    if (used && !isInstrument(used.kind, by)) return { code: 'gauge-of-another-kind', details: [] }
  }
  const named = job.gauges.find((g) => g.id === given.gaugeId)
  if (named && read.length > 0 && !read.some((by) => isInstrument(named.kind, by)))
    return { code: 'gauge-of-another-kind', details: [] }
  const cylinders = job.engine.heads.flat()
  for (const field of listCylinders)
    for (const c of (given[field] as number[] | undefined) ?? [])
      if (!cylinders.includes(c)) return { code: 'unknown-cylinder', details: [String(c)] }
  if (typeof given.head === 'number' && given.head > job.engine.heads.length)
    return { code: 'unknown-place', details: [String(given.head)] }
  if (typeof given.joint === 'string') {
    const joint = jointOf(job, given.joint)
    if (!joint) return { code: 'unknown-joint', details: [given.joint] }
    if (typeof given.bolt === 'string' && !joint.bolts.some((b) => b.id === given.bolt))
      return { code: 'unknown-joint', details: [given.bolt] }
  }
  return null
}

const keys = new Map<string, string>(allKinds.map((k) => [k.what, k.key]))
const keyOf = ({ what }: EntryAct) => keys.get(what)
