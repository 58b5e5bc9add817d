import type { InputIssue } from '../errors'
import { carriesPlane } from '../measure/fit-plane'
import { allCollections, entriesOf, placesOf } from '../works/kinds'
import type { ByTurn } from '../works/kind'
import { worksOf } from '../works/stage-table'
import { canonicalJson } from './canonical-json'
import { surroundedBy } from './kept'
import { spotOf } from './place'
import { present } from './signed-text'
import type { Closure, Snapshot } from './snapshot'

/** The collections of entries, by their names. */
const entryLists = (job: Snapshot) =>
  allCollections.map((name): [string, readonly object[]] => [name, entriesOf(job, name)])

/** Every row of a job that carries an id of its own. */
function ownRows(job: Snapshot): [string, readonly { id: string }[]][] {
  const { sets, readings, sheets, people, gauges, pullers, shims, liners } = job
  const others = Object.entries({ sets, readings, sheets, people, gauges, pullers, shims, liners })
  return [...others, ...(entryLists(job) as [string, { id: string }[]][])]
}

/** A thing without nothings, so that one of before a field was added is the same as one after. */
const plain = (value: unknown) => canonicalJson(present(value))

/**
 * What is odd in what a closing keeps of the job and of what surrounds it: another job or engine, limits that are not
 * those of the job, parts that lie elsewhere, or anything that points nowhere. The job would be shown by it.
 */
function checkKept(job: Snapshot, closure: Closure, path: string): InputIssue[] {
  const { kept, judged } = closure
  const issues: InputIssue[] = []
  const odd = (what: string, message: string) => issues.push({ path: `${path}.${what}`, message })
  const sheets = [...job.sheets, job.sheet]
  const elsewhere = (parts: readonly { fitted: { jobId: string } | null }[]) =>
    parts.some((p) => p.fitted !== null && p.fitted.jobId !== job.job.id)
  if (judged) {
    if (!sheets.some((s) => s.id === judged.sheetId)) odd('judged', 'names limits that are not in the job')
    if (elsewhere([...judged.shims, ...judged.liners])) odd('judged', 'has a part that lies in another job')
  }
  if (!kept) return issues
  if (kept.job.id !== job.job.id) odd('kept.job', 'is of another job')
  if (kept.engine.id !== job.engine.id) odd('kept.engine', 'is of another engine')
  const sheet = sheets.find((s) => s.id === kept.sheet.id)
  if (!sheet || plain(sheet) !== plain(kept.sheet)) odd('kept.sheet', 'has limits that are not those of the job')
  if (elsewhere([...kept.shims, ...kept.liners])) odd('kept', 'has a part that lies in another job')
  // As it would be shown, and taken away again: all of it must hold together.
  const shown = surroundedBy(job, kept)
  return [...issues, ...checkRows({ ...shown, closures: [] }).map((i) => ({ ...i, path: `${path}.kept.${i.path}` }))]
}

/**
 * What in a job points at something that is not in it, or stands in it twice: a reading of no
 * set, a shim nobody has, a cylinder the engine lacks, a person without a name. A job file is
 * taken in only without any.
 *
 * @returns where, and what is wrong; empty where all holds together
 */
export function checkReferences(job: Snapshot): InputIssue[] {
  return [...checkRows(job), ...job.closures.flatMap((c, i) => checkKept(job, c, `closures.${i}`))]
}

/** The same of its own rows alone. */
function checkRows(job: Snapshot): InputIssue[] {
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

  const stations = job.stationsDeg.map((deg) => ((deg % 360) + 360) % 360)
  if (new Set(stations).size < stations.length) issues.push({ path: 'stationsDeg', message: 'names a station twice' })
  else if (!carriesPlane(stations.map((angleDeg) => ({ angleDeg }))))
    issues.push({ path: 'stationsDeg', message: 'lie too close together to carry a plane' })
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
  // A place that another version of the limits had is one, too: what was closed under it keeps it.
  const places = new Set(
    worksOf(job.job.work).flatMap((work) =>
      [job.sheet, ...job.sheets].flatMap(({ sections = {} }) =>
        placesOf(work, job.engine, sections).flatMap((p) => p.place ?? []),
      ),
    ),
  )
  const placed: [string, readonly object[]][] = [['sets', job.sets], ['ledges', job.ledges], ...entryLists(job)]
  for (const [name, rows] of placed) {
    points(name, rows.map(spotOf), (r) => r.cylinder, cylinders, 'names a cylinder that the engine does not have')
    if (name !== 'tally')
      points(name, rows.map(spotOf), (r) => r.place, places, 'names a place that the unit does not have')
  }
  for (const [name, rows] of entryLists(job))
    points(
      name,
      rows as readonly { sheetId?: string }[],
      (r) => r.sheetId ?? null,
      sheets!,
      'was made under limits that are not in the job',
    )
  for (const [name, rows] of entryLists(job))
    points(
      name,
      rows as readonly { gaugeId?: string | null }[],
      (r) => r.gaugeId ?? null,
      gauges!,
      'was measured by a gauge that is not in the job',
    )
  for (const [name, rows] of entryLists(job))
    points(
      name,
      (rows as readonly ByTurn[]).flatMap((r) => r.takenWith ?? []),
      (r) => r.gaugeId,
      gauges!,
      'was measured by a gauge that is not in the job',
    )
  for (const name of ['sleeves.held', 'decisions'] as const)
    for (const [i, row] of entriesOf(job, name).entries()) {
      const { holdId, wet = [], renew = [] } = row as { holdId?: string; wet?: number[]; renew?: number[] }
      if (holdId !== undefined && !entriesOf(job, 'sleeves.holds').some((h) => h.id === holdId))
        issues.push({ path: `${name}.${i}`, message: 'ends a test that is not in the job' })
      if ([...wet, ...renew].some((c) => !cylinders.has(c)))
        issues.push({ path: `${name}.${i}`, message: 'names a cylinder that the engine does not have' })
    }
  const by: [string, readonly object[]][] = [
    ['sets', job.sets],
    ['readings', job.readings],
    ['closures', job.closures],
    ...entryLists(job),
  ]
  for (const [name, rows] of by)
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
