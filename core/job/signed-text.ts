import { coveredBy, entriesOf } from '../works/kinds'
import { setStages } from '../works/stage-table'
import { canonicalJson } from './canonical-json'
import { bySeq } from './order'
import type { Closure, Snapshot } from './snapshot'

interface Row {
  seq: number
}

/** Only what is there: without nothings, so that a field that a later version adds changes no signature of before. */
export function present(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(present)
  if (value === null || typeof value !== 'object') return value
  const nothing = (v: unknown) =>
    v === null ||
    v === undefined ||
    v === '' ||
    (Array.isArray(v) && v.length === 0) ||
    // A sheet that has nothing of other works may say so or not.
    (typeof v === 'object' && !Array.isArray(v) && Object.keys(v).length === 0)
  return Object.fromEntries(
    Object.entries(value)
      .map(([k, v]) => [k, present(v)])
      .filter(([, v]) => !nothing(v)),
  )
}

const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)

/**
 * The text that a closing of version 4 covers, as RFC 8785 writes it; its hash is the signature, and a key may sign it.
 *
 * Under it lie: the job, the engine, where it is read and the limits in force; the sets of the stage with their readings
 * and the limits they were judged by; its entries, struck ones with their strikes; the hash of every photo taken by
 * then; who closed it, when by both clocks, with which words; what it was judged by and, of a signature, what surrounds
 * the job, and every closing and opening before it. The order of all this is counted from 1, whatever a store counts
 * from. What came after is not under it.
 *
 * @param closure its place, and what it keeps; its hash is not read
 */
export function signedText(snapshot: Snapshot, closure: Closure): string {
  const { stage, seq, sealVersion, personId, at, storedAt, closes, note, kept, judged, ended } = closure
  const until = <T extends Row>(rows: readonly T[]) => rows.filter((r) => r.seq <= seq).sort(bySeq)
  const stages: readonly string[] = stage === 'record' ? setStages : [stage]
  const sets = until(snapshot.sets.filter((s) => stages.includes(s.stage)))
  const inSets = new Set(sets.map((s) => s.id))
  const readings = until(snapshot.readings.filter((r) => inSets.has(r.setId)))
  const entries = coveredBy(stage).map((rows) => [rows, until(entriesOf(snapshot, rows))] as const)
  const earlier = stage === 'record' ? snapshot.closures.filter((c) => c.seq < seq).sort(bySeq) : []

  // The order over all of them: a cut after a reading is another thing than before it.
  const places = [...new Set([sets, readings, earlier, ...entries.map(([, rows]) => rows)].flat().map((r) => r.seq))]
  const place = new Map(places.sort((a, b) => a - b).map((s, i) => [s, i + 1]))
  const placed = <T extends Row>(rows: readonly T[]) =>
    rows.map(({ seq: s, ...rest }) => ({ ...rest, place: place.get(s) }))

  const judgedBy = new Set([...sets.map((s) => s.sheetId), ...(judged ? [judged.sheetId] : [])])
  for (const { sheetId } of entries.flatMap(([, rows]) => rows as readonly { sheetId?: string }[]))
    if (sheetId !== undefined) judgedBy.add(sheetId)
  return canonicalJson(
    present({
      version: sealVersion,
      stage,
      jobId: snapshot.job.id,
      // What it is called may change; what it is judged as may not.
      engine: { ...snapshot.engine, name: undefined },
      stationsDeg: snapshot.stationsDeg,
      sheets: snapshot.sheets.filter((s) => judgedBy.has(s.id)).sort(byId),
      sets: placed(sets),
      readings: placed(readings),
      entries: Object.fromEntries(entries.map(([rows, own]) => [rows, placed(own)])),
      // What its device's clock said of it, where that could not be.
      redated: placed(until(snapshot.redated ?? []).filter((r) => place.has(r.seq))),
      photos: until(snapshot.photos).map(({ id, sha256 }) => ({ id, sha256 })),
      by: { personId, at, storedAt, closes, note, ended },
      judged,
      kept,
      // What one of before keeps is under its own mark.
      closings: placed(earlier.map(({ kept: _, ...c }) => c)),
    }),
  )
}
