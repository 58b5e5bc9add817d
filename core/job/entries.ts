import type { EntryCollection, StageName } from '../works/stage-table'
import type { PressLog, SealFit } from './fitting'
import type { BookedTime, Snapshot, WearMark } from './snapshot'
import type { Decision, Finding, Grade, Photo, PullLog, TallyMark } from './strip'

/** What of an entry a person gives; who, when and its place come with the occasion. */
type Given<T> = Omit<T, 'id' | 'seq' | 'personId' | 'at' | 'struck'>

/** Acts that add one entry to the job, and change nothing else. */
export type EntryAct =
  | ({ what: 'mark-wear'; markId: string } & Given<WearMark>)
  | ({ what: 'tally-plug'; tallyId: string; cylinder: number; goesIn: boolean } & {
      [K in 'place' | 'item' | 'count']?: TallyMark[K] | undefined
    })
  | ({ what: 'log-pull'; pullId: string } & Given<PullLog>)
  | ({ what: 'mark-finding'; findingId: string } & Given<Finding>)
  | ({ what: 'add-photo'; photoId: string } & Given<Photo>)
  | ({ what: 'grade-cylinder'; gradeId: string } & Given<Grade>)
  | ({ what: 'decide-renewals'; decisionId: string } & Given<Decision>)
  | ({ what: 'fit-seal'; sealFitId: string } & Given<SealFit>)
  | ({ what: 'press-liner'; pressId: string } & Given<PressLog>)
  | ({ what: 'book-time'; timeId: string } & Given<BookedTime>)
export type EntryWhat = EntryAct['what']

interface EntryLine {
  /** Where it goes in the snapshot. */
  rows: EntryCollection
  /** What names it in its act. */
  key: string
  /** Whether it can be struck out. */
  strikes: boolean
  /** The stage it belongs to: once that is closed, nothing is added. */
  stage: StageName
  /** The stage in which `strike-entry` may strike it out; null where that act does not. */
  struckIn: StageName | null
}

/** What is known of each kind of entry. */
export const entryRows = {
  'mark-wear': { rows: 'wearMarks', key: 'markId', strikes: true, stage: 'counterbores', struckIn: null },
  'tally-plug': { rows: 'tally', key: 'tallyId', strikes: false, stage: 'record', struckIn: null },
  'log-pull': { rows: 'pulls', key: 'pullId', strikes: true, stage: 'pull', struckIn: 'pull' },
  'mark-finding': { rows: 'findings', key: 'findingId', strikes: true, stage: 'look', struckIn: 'look' },
  'add-photo': { rows: 'photos', key: 'photoId', strikes: true, stage: 'record', struckIn: 'look' },
  'grade-cylinder': { rows: 'grades', key: 'gradeId', strikes: false, stage: 'look', struckIn: null },
  'decide-renewals': { rows: 'decisions', key: 'decisionId', strikes: false, stage: 'decide', struckIn: null },
  'fit-seal': { rows: 'sealFits', key: 'sealFitId', strikes: true, stage: 'fit', struckIn: 'fit' },
  'press-liner': { rows: 'presses', key: 'pressId', strikes: true, stage: 'fit', struckIn: 'fit' },
  'book-time': { rows: 'times', key: 'timeId', strikes: true, stage: 'record', struckIn: 'record' },
} as const satisfies Record<EntryWhat, EntryLine>

type StrikableLine = Extract<(typeof entryRows)[EntryWhat], { struckIn: StageName }>
/** Entries that `strike-entry` can strike out, and in which stage. */
export const strikable = Object.values(entryRows).filter((e): e is StrikableLine => e.struckIn !== null)

const defaults = { 'tally-plug': { place: 'bore', item: 'foam-plug', count: 1 } } as Partial<Record<EntryWhat, object>>

interface Entry {
  id: string
  struck?: object | null
}

/** What an act gives of its entry, with what was left out filled in: the entry without who, when and its place. */
export function entryOf(act: EntryAct): { id: string } & Record<string, unknown> {
  const { key } = entryRows[act.what]
  const { what: _, ...rest } = Object.fromEntries(
    Object.entries(act).filter(([, value]) => value !== undefined),
  ) as unknown as EntryAct & Record<string, unknown>
  const { [key]: id, ...given } = rest as Record<string, unknown>
  return { id: String(id), ...defaults[act.what], ...given }
}

/** The snapshot with the act's entry added, once. */
export function addEntry(
  snapshot: Snapshot,
  act: EntryAct,
  occasion: { seq: number; at: string; personId: string },
): Snapshot {
  const { rows, strikes } = entryRows[act.what]
  const there = snapshot[rows] as Entry[]
  const entry = entryOf(act)
  if (there.some((e) => e.id === entry.id)) return snapshot
  const { seq, at, personId } = occasion
  return { ...snapshot, [rows]: [...there, { ...entry, seq, personId, at, ...(strikes ? { struck: null } : {}) }] }
}

/** The snapshot with one entry struck out, wherever it stands. */
export function strikeEntry(
  snapshot: Snapshot,
  entryId: string,
  struck: { personId: string; at: string; reason: string },
): Snapshot {
  const changed = strikable.map(({ rows }) => [
    rows,
    (snapshot[rows] as Entry[]).map((e) => (e.id === entryId && !e.struck ? { ...e, struck } : e)),
  ])
  return { ...snapshot, ...Object.fromEntries(changed) }
}
