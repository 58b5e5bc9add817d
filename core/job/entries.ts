import type { PressLog, SealFit } from './fitting'
import type { BookedTime, Snapshot, WearMark } from './snapshot'
import type { Decision, Finding, Grade, Photo, PullLog, TallyMark } from './strip'

/** What of an entry a person gives; who, when and its place come with the occasion. */
type Given<T> = Omit<T, 'id' | 'seq' | 'personId' | 'at' | 'struck'>

/** Acts that add one entry to the job, and change nothing else. */
export type EntryAct =
  | ({ what: 'mark-wear'; markId: string } & Given<WearMark>)
  | ({ what: 'tally-plug'; tallyId: string; cylinder: number; goesIn: boolean } & { [K in 'place' | 'item' | 'count']?: TallyMark[K] | undefined })
  | ({ what: 'log-pull'; pullId: string } & Given<PullLog>)
  | ({ what: 'mark-finding'; findingId: string } & Given<Finding>)
  | ({ what: 'add-photo'; photoId: string } & Given<Photo>)
  | ({ what: 'grade-cylinder'; gradeId: string } & Given<Grade>)
  | ({ what: 'decide-renewals'; decisionId: string } & Given<Decision>)
  | ({ what: 'fit-seal'; sealFitId: string } & Given<SealFit>)
  | ({ what: 'press-liner'; pressId: string } & Given<PressLog>)
  | ({ what: 'book-time'; timeId: string } & Given<BookedTime>)
export type EntryWhat = EntryAct['what']

/** Where each entry goes, what names it in its act, and whether it can be struck out. */
export const entryRows = {
  'mark-wear': { rows: 'wearMarks', key: 'markId', strikes: true },
  'tally-plug': { rows: 'tally', key: 'tallyId', strikes: false },
  'log-pull': { rows: 'pulls', key: 'pullId', strikes: true },
  'mark-finding': { rows: 'findings', key: 'findingId', strikes: true },
  'add-photo': { rows: 'photos', key: 'photoId', strikes: true },
  'grade-cylinder': { rows: 'grades', key: 'gradeId', strikes: false },
  'decide-renewals': { rows: 'decisions', key: 'decisionId', strikes: false },
  'fit-seal': { rows: 'sealFits', key: 'sealFitId', strikes: true },
  'press-liner': { rows: 'presses', key: 'pressId', strikes: true },
  'book-time': { rows: 'times', key: 'timeId', strikes: true },
} as const satisfies Record<EntryWhat, { rows: keyof Snapshot; key: string; strikes: boolean }>

/** Entries that `strike-entry` can strike out. */
export const strikableRows = ['pulls', 'findings', 'photos', 'sealFits', 'presses', 'times'] as const

const defaults = { 'tally-plug': { place: 'bore', item: 'foam-plug', count: 1 } } as Partial<Record<EntryWhat, object>>

interface Entry {
  id: string
  struck?: object | null
}

/** What an act gives of its entry, with what was left out filled in: the entry without who, when and its place. */
export function entryOf(act: EntryAct): { id: string } & Record<string, unknown> {
  const { key } = entryRows[act.what]
  const { what: _, ...rest } = Object.fromEntries(Object.entries(act).filter(([, value]) => value !== undefined)) as unknown as EntryAct & Record<string, unknown>
  const { [key]: id, ...given } = rest as Record<string, unknown>
  return { id: String(id), ...defaults[act.what], ...given }
}

/** The snapshot with the act's entry added, once. */
export function addEntry(snapshot: Snapshot, act: EntryAct, occasion: { seq: number; at: string; personId: string }): Snapshot {
  const { rows, strikes } = entryRows[act.what]
  const there = snapshot[rows] as Entry[]
  const entry = entryOf(act)
  if (there.some((e) => e.id === entry.id)) return snapshot
  const { seq, at, personId } = occasion
  return { ...snapshot, [rows]: [...there, { ...entry, seq, personId, at, ...(strikes ? { struck: null } : {}) }] }
}

/** The snapshot with one entry struck out, wherever it stands. */
export function strikeEntry(snapshot: Snapshot, entryId: string, struck: { personId: string; at: string; reason: string }): Snapshot {
  const changed = strikableRows.map((rows) => [rows, (snapshot[rows] as Entry[]).map((e) => (e.id === entryId && !e.struck ? { ...e, struck } : e))])
  return { ...snapshot, ...Object.fromEntries(changed) }
}
