import { coveredBy, entriesOf } from '../works/kinds'
import type { StageName } from '../works/stage-table'
import { idsIn } from './ids-in'
import { ownFirst } from './own-first'
import { closureOf } from './route'
import type { Closure, JudgedBy, Sheet, Snapshot } from './snapshot'

interface Made {
  seq: number
  sheetId?: string | undefined
  struck?: unknown
}

/** Everything of a stage that keeps the limits it was made under: its sets and its entries. */
function madeIn(snapshot: Snapshot, stage: StageName): Made[] {
  const sets = snapshot.sets.filter((s) => stage === 'record' || s.stage === stage)
  return [...sets, ...coveredBy(stage).flatMap((rows) => entriesOf(snapshot, rows) as readonly Made[])]
}

/** What a stage that is closed now is judged by: the limits in force, and the parts its entries name, as they are. */
export function judgedNow(snapshot: Snapshot, stage: StageName): JudgedBy {
  const named = idsIn(madeIn(snapshot, stage))
  const own = <T extends { id: string; fitted: { jobId: string } | null }>(parts: readonly T[]) =>
    parts.filter((p) => named.has(p.id)).map((p) => (p.fitted?.jobId === snapshot.job.id ? p : { ...p, fitted: null }))
  return { sheetId: snapshot.sheet.id, shims: own(snapshot.shims), liners: own(snapshot.liners) }
}

/** The limits that were in force when something was closed: it says so itself, or what was done before it does. */
function sheetAt(snapshot: Snapshot, stage: StageName, { seq, judged }: Closure): string {
  if (judged) return judged.sheetId
  const before = (made: readonly Made[]) =>
    made.filter((m) => m.sheetId !== undefined && m.seq <= seq).sort((a, b) => b.seq - a.seq)[0]?.sheetId
  return before(madeIn(snapshot, stage)) ?? before(madeIn(snapshot, 'record')) ?? snapshot.sheet.id
}

/** The job with the limits of a version of its sheet. */
export function bySheet(snapshot: Snapshot, sheetId: string): Snapshot {
  const sheet = sheetId === snapshot.sheet.id ? undefined : snapshot.sheets.find((s) => s.id === sheetId)
  return sheet ? { ...snapshot, sheet } : snapshot
}

/** The job with a version of the limits for a stage, whatever that was closed under. */
export function bySheetAnew(snapshot: Snapshot, stage: StageName, sheetId: string): Snapshot {
  const closures = snapshot.closures.filter((c) => c.stage !== stage && c.stage !== 'record')
  return { ...bySheet(snapshot, sheetId), closures }
}

/**
 * The job as a stage was judged: while that is closed, by the limits it was closed under and the parts as they were
 * then, whatever was adopted or measured since; while it is open, as it is now.
 */
export function asJudged(snapshot: Snapshot, stage: StageName): Snapshot {
  const closure = closureOf(snapshot, stage)
  if (!closure) return snapshot
  const own = bySheet(snapshot, sheetAt(snapshot, stage, closure))
  const { shims = [], liners = [] } = closure.judged ?? {}
  if (shims.length + liners.length === 0) return own
  return { ...own, shims: ownFirst(shims, own.shims), liners: ownFirst(liners, own.liners) }
}

/**
 * Limits that some of a stage was entered under, or that came since it was closed, beside those it is judged by: the
 * verdict that each gives is shown with the other.
 */
export function otherSheets(snapshot: Snapshot, stage: StageName): Sheet[] {
  const by = asJudged(snapshot, stage).sheet.id
  const entered = madeIn(snapshot, stage).flatMap((m) => (m.struck || m.sheetId === undefined ? [] : [m.sheetId]))
  const ids = new Set(closureOf(snapshot, stage) ? [snapshot.sheet.id] : entered)
  ids.delete(by)
  return snapshot.sheets.filter((s) => ids.has(s.id)).sort((a, b) => a.version - b.version)
}
