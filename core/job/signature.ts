import { bySeq, latest } from './order'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { SIGNATURE_VERSION } from './signature-version'
import { signedText } from './signed-text'
import type { Closure, Snapshot } from './snapshot'
import { coveredBy, entriesOf, type RowsName } from '../works/kinds'
import { setStages, type EntryCollection, type SetStage, type StageName } from '../works/stage-table'

/** JSON with its keys in order, so that the same content has the same text wherever it was read from. */
export function orderedJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(orderedJson).join(',')}]`
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null'
  const keys = Object.keys(value).sort()
  return `{${keys.map((k) => `${JSON.stringify(k)}:${orderedJson((value as Record<string, unknown>)[k])}`).join(',')}}`
}

/** SHA-256 of a text, hex. */
export function hashText(text: string): string {
  return bytesToHex(sha256(utf8ToBytes(text)))
}

interface Row {
  seq: number
}

/** What was there when something was closed, in its order; the place itself is a store's own and is left out. */
function until<T extends Row>(rows: readonly T[], seq: number): Omit<T, 'seq'>[] {
  return rows
    .filter((r) => r.seq <= seq)
    .sort(bySeq)
    .map(({ seq: _, ...rest }) => rest)
}

/** What version 2 covers, in its order: frozen, whatever the table of stages says later. */
const coveredBy2 = {
  'as-found': [],
  protect: ['tally'],
  pull: ['pulls'],
  look: ['findings', 'photos', 'grades'],
  decide: ['decisions'],
  counterbores: ['wearMarks'],
  parts: [],
  'repair-plan': ['plans'],
  cut: ['cuts', 'shimFits', 'placements'],
  'trial-fit': ['cuts', 'shimFits', 'placements'],
  fit: ['sealFits', 'presses'],
  'final-check': [],
  record: [
    'wearMarks',
    'placements',
    'plans',
    'tally',
    'cuts',
    'shimFits',
    'pulls',
    'findings',
    'photos',
    'grades',
    'decisions',
    'sealFits',
    'presses',
    'times',
  ],
} as const satisfies Partial<Record<StageName, readonly EntryCollection[]>>

/** Without what a later version added and is not there: signatures of before know nothing of it. */
function asBefore<T extends object>(row: T): Partial<T> {
  const added = (key: string, value: unknown) =>
    ((key === 'place' || key === 'struck') && value === null) ||
    (key === 'sections' && Object.keys(value as object).length === 0)
  return Object.fromEntries(Object.entries(row).filter(([key, value]) => !added(key, value))) as Partial<T>
}

/** What a closed stage covers: its sets with their readings and the limits they were judged by. */
function measured(snapshot: Snapshot, stage: StageName, upToSeq: number) {
  const stages: readonly string[] = stage === 'record' ? setStages : [stage as SetStage]
  const sets = snapshot.sets.filter((s) => stages.includes(s.stage) && s.seq <= upToSeq)
  const inSets = new Set(sets.map((s) => s.id))
  const judgedBy = new Set(sets.map((s) => s.sheetId))
  return {
    stage,
    jobId: snapshot.job.id,
    sheets: snapshot.sheets
      .filter((s) => judgedBy.has(s.id))
      .sort((a, b) => a.id.localeCompare(b.id))
      .map(asBefore),
    sets: until(sets, upToSeq).map(asBefore),
    readings: until(
      snapshot.readings.filter((r) => inSets.has(r.setId)),
      upToSeq,
    ),
  }
}

/** The same as version 3 had it: frozen. */
function presentIn3(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(presentIn3)
  if (value === null || typeof value !== 'object') return value
  const nothing = (v: unknown) => v === null || v === undefined || v === '' || (Array.isArray(v) && v.length === 0)
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => !nothing(v))
      .map(([k, v]) => [k, presentIn3(v)]),
  )
}

/** Entries as version 3 had them: the limits they were made under are noted since. */
const asIn3 = <T extends object>({ sheetId: _, ...row }: T & { sheetId?: unknown }) => row

/**
 * The signature of a closure over what it covers: the sets of its stage with their readings, the
 * limits they were judged by, and its entries, struck ones with their strikes. The record covers
 * all. Version 3 covers also who closed it, when by both clocks, with which words, and, of a
 * signature, what surrounds the job as it was then; what version 4 covers, {@link signedText} says.
 * What came after the closure is not under it.
 *
 * @param closure its place, version, and what it keeps; its hash is not read
 * @returns SHA-256, hex
 */
export function signatureHash(snapshot: Snapshot, closure: Closure): string {
  const { stage, seq, sealVersion, personId, at, storedAt, closes, note, kept } = closure
  if (sealVersion >= 4) return hashText(signedText(snapshot, closure))
  const two: readonly RowsName[] = (coveredBy2 as Partial<typeof coveredBy2>)[stage as keyof typeof coveredBy2] ?? []
  const covered = sealVersion === 2 ? two : coveredBy(stage)
  const entries = covered.map((rows): [RowsName, object[]] => [rows, until(entriesOf(snapshot, rows), seq).map(asIn3)])
  // Frozen: this is what stands in every job that was closed by it.
  if (sealVersion === 2) return hashText(orderedJson({ ...measured(snapshot, stage, seq), entries }))
  return hashText(
    orderedJson(
      presentIn3({
        version: sealVersion,
        ...measured(snapshot, stage, seq),
        entries: Object.fromEntries(entries),
        by: { personId, at, storedAt, closes, note },
        kept: kept && { ...kept, sheet: asBefore(kept.sheet) },
      }),
    ),
  )
}

/** Whether what a person closed or signed is still what stands here; `unknown` for marks of an earlier version, or not yet made. */
export type SignatureState = 'stands' | 'broken' | 'unknown'

/**
 * Whether a closing can be of the version that it says: a version only rises in a job, and none has what a later one
 * brought. One that was set back is taken for changed, not for old.
 */
function wasSetBack({ closures }: Snapshot, { seq, sealVersion, storedAt, kept, judged }: Closure): boolean {
  if (sealVersion < 4 && judged !== null) return true
  if (sealVersion < 3 && (storedAt !== null || kept !== null)) return true
  return closures.some((c) => c.seq < seq && c.sealVersion > sealVersion)
}

/**
 * Whether a signed job is still called by its number, of the same sort of engine, and from where it was: as the signature
 * kept it, or, where it has been taken in by another shop since, as that found it.
 */
function comesAsKept({ job, takenIn }: Snapshot, { kept, sealVersion }: Closure): boolean {
  if (sealVersion < 4 || !kept) return true
  const then = kept.takenIn ?? []
  const since = takenIn.slice(then.length)
  // The longest list forgets its first ways.
  const same = takenIn.length >= MOST_WAYS || orderedJson(takenIn.slice(0, then.length)) === orderedJson(then)
  if (since.length > 0) return same && (takenIn.length >= MOST_WAYS || since[0]!.number === kept.job.number)
  return same && job.number === kept.job.number && (job.simulated === kept.job.simulated || kept.job.simulated)
}
/** So many ways a job remembers. */
const MOST_WAYS = 20

/** How a closure's signature stands: made again from what is here now. */
export function signatureState(snapshot: Snapshot, closure: Closure): SignatureState {
  if (wasSetBack(snapshot, closure)) return 'broken'
  if (closure.sealVersion < 2 || closure.sealVersion > SIGNATURE_VERSION || closure.hash === '') return 'unknown'
  if (closure.stage === 'record' && !comesAsKept(snapshot, closure)) return 'broken'
  return signatureHash(snapshot, closure) === closure.hash ? 'stands' : 'broken'
}

/** The signature that counts: the latest closing of the record; null before it is signed. */
export function signatureOf(snapshot: Pick<Snapshot, 'closures'>): Closure | null {
  return latest(snapshot.closures.filter((c) => c.stage === 'record' && c.closes))
}

/** The latest closing or opening of each stage that closes it now. */
function standing(snapshot: Pick<Snapshot, 'closures'>): Closure[] {
  const last = new Map([...snapshot.closures].sort(bySeq).map((c) => [c.stage, c]))
  return [...last.values()].filter((c) => c.closes)
}

/** The closed stage whose signature covers an entry, so that it cannot be struck out while that stands; null where none does. */
export function signedIn(snapshot: Snapshot, entryId: string): StageName | null {
  for (const closure of standing(snapshot)) {
    const covers = coveredBy(closure.stage).some((rows) =>
      entriesOf(snapshot, rows).some((r) => r.id === entryId && r.seq <= closure.seq),
    )
    if (covers) return closure.stage
  }
  return null
}
