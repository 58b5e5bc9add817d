import type { InputIssue } from '../errors'
import type { Snapshot } from './snapshot'

/** Every row of a job that carries an id of its own. */
function ownRows(job: Snapshot): [string, readonly { id: string }[]][] {
  const {
    sets,
    readings,
    cuts,
    shimFits,
    placements,
    plans,
    wearMarks,
    tally,
    pulls,
    findings,
    photos,
    grades,
    decisions,
    sealFits,
    presses,
    times,
  } = job
  const { sheets, people, gauges, pullers, shims, liners } = job
  return Object.entries({
    sets,
    readings,
    cuts,
    shimFits,
    placements,
    plans,
    wearMarks,
    tally,
    pulls,
    findings,
    photos,
    grades,
    decisions,
    sealFits,
    presses,
    times,
    sheets,
    people,
    gauges,
    pullers,
    shims,
    liners,
  })
}

/**
 * What in a job points at something that is not in it, or stands in it twice: a reading of no
 * set, a shim nobody has, a cylinder the engine lacks, a person without a name. A job file is
 * taken in only without any.
 *
 * @returns where, and what is wrong; empty where all holds together
 */
export function checkReferences(job: Snapshot): InputIssue[] {
  const issues: InputIssue[] = []
  const ids = (rows: readonly { id: string }[]) => new Set(rows.map((r) => r.id))
  const [people, gauges, sheets, sets, shims, liners, pullers, findings] = [
    job.people,
    job.gauges,
    [...job.sheets, job.sheet],
    job.sets,
    job.shims,
    job.liners,
    job.pullers,
    job.findings,
  ].map(ids) as Set<string>[]
  const cylinders = new Set(job.engine.heads.flat())

  for (const [name, rows] of ownRows(job)) {
    if (ids(rows).size < rows.length) issues.push({ path: name, message: 'has the same mark twice' })
  }
  const points = <T>(
    name: string,
    rows: readonly T[],
    to: (row: T) => string | number | null,
    among: ReadonlySet<string | number>,
    message: string,
  ) =>
    rows.forEach((row, i) => {
      const target = to(row)
      if (target !== null && !among.has(target)) issues.push({ path: `${name}.${i}`, message })
    })
  points('sets', job.sets, (s) => s.gaugeId, gauges!, 'was read by a gauge that is not in the job')
  points('sets', job.sets, (s) => s.sheetId, sheets!, 'was judged by limits that are not in the job')
  points('readings', job.readings, (r) => r.setId, sets!, 'belongs to no set of the job')
  points('shimFits', job.shimFits, (f) => f.shimId, shims!, 'names a shim that is not in the job')
  points('placements', job.placements, (p) => p.linerId, liners!, 'names a liner that is not in the job')
  points('pulls', job.pulls, (p) => p.pullerId, pullers!, 'names a puller that is not in the job')
  points('photos', job.photos, (p) => p.findingId, findings!, 'belongs to no finding of the job')
  const placed = {
    sets: job.sets,
    cuts: job.cuts,
    shimFits: job.shimFits,
    placements: job.placements,
    wearMarks: job.wearMarks,
    tally: job.tally,
    pulls: job.pulls,
    findings: job.findings,
    photos: job.photos,
    grades: job.grades,
    sealFits: job.sealFits,
    presses: job.presses,
    ledges: job.ledges,
  }
  for (const [name, rows] of Object.entries(placed))
    points(
      name,
      rows as readonly { cylinder: number | null }[],
      (r) => r.cylinder,
      cylinders,
      'names a cylinder that the engine does not have',
    )
  const by = {
    ...placed,
    ledges: [],
    readings: job.readings,
    plans: job.plans,
    decisions: job.decisions,
    times: job.times,
    closures: job.closures,
  }
  for (const [name, rows] of Object.entries(by))
    points(
      name,
      rows as readonly { personId: string }[],
      (r) => r.personId,
      people!,
      'was done by somebody who is not in the job',
    )
  const endings = [
    ...job.sets.map((s) => s.closed),
    ...ownRows(job).flatMap(([, rows]) =>
      rows.map((r) => (r as { struck?: { personId: string } | null }).struck ?? null),
    ),
  ]
  points('struck or ended', endings, (e) => e?.personId ?? null, people!, 'was done by somebody who is not in the job')
  return issues
}
