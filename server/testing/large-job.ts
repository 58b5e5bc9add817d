import { randomUUID } from 'node:crypto'
import { jobFile } from '#contract/job-file'
import { hashText, orderedJson } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'

/** How much of everything: sets with their readings each, at that many angles. */
export interface Size {
  sets: number
  inSet: number
  readings: number
  entries: number
}

/** A job under an id of its own, grown to a size: each set at another liner and stage in turn, its readings all round it. */
export function grownJob(from: Snapshot, { sets, inSet, readings, entries }: Size): Snapshot {
  const text = JSON.stringify({ ...from, sets: [], readings: [], closures: [], cuts: [], shimFits: [], plans: [] })
  const job = JSON.parse(text.replaceAll(from.job.id, randomUUID())) as Snapshot
  const [personId, gaugeId] = [job.people[0]!.id, job.gauges[0]!.id]
  const cylinders = job.engine.heads.flat()
  const at = '2026-11-02T08:00:00.000Z'
  let seq = 1000
  for (let i = 0; i < sets; i++) {
    const id = randomUUID()
    job.sets.push({
      id,
      seq: seq++,
      personId,
      at,
      cylinder: cylinders[i % cylinders.length]!,
      place: null,
      stage: (['as-found', 'trial-fit', 'final-check'] as const)[i % 3]!,
      gaugeId,
      sheetId: job.sheet.id,
      uncertaintyMm: 0.002,
      rule: 'guarded',
      zeroOn: 'deck',
      masterMm: null,
      clampNm: null,
      closed: { personId, at, zeroMm: 0, zeroMoved: false },
      struck: null,
    })
    for (let k = 0; k < inSet && job.readings.length < readings; k++)
      job.readings.push({
        id: randomUUID(),
        seq: seq++,
        personId,
        at,
        setId: id,
        angleDeg: k % 360,
        valueMm: 0.1,
        source: 'typed',
        struck: null,
      })
  }
  const collections = { wearMarks: [], pulls: [], findings: [], grades: [], photos: [], decisions: [] }
  Object.assign(job, collections, { sealFits: [], presses: [], times: [], placements: [], works: {} })
  job.tally = Array.from({ length: entries }, (_, i) => ({
    id: randomUUID(),
    seq: seq++,
    personId,
    at,
    cylinder: cylinders[i % cylinders.length]!,
    goesIn: i % 2 === 0,
    place: 'bore' as const,
    item: 'foam-plug' as const,
    count: 1,
  }))
  return job
}

/** A job as the file of another shop would have it. */
export function asFile(job: Snapshot, version = 3): string {
  const plain = JSON.parse(JSON.stringify(job)) as Snapshot
  return JSON.stringify(
    jobFile.parse({
      format: 'even-bore-job',
      version,
      savedAt: '2026-11-02T08:00:00.000Z',
      shop: 'Elsewhere',
      check: hashText(orderedJson(plain)),
      job: plain,
    }),
  )
}
