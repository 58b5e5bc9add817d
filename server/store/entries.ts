import { bySeq } from '#core/job/order'
import { DataTypes } from 'sequelize'
import { z } from 'zod'
import type { Snapshot } from '#core/job/snapshot'
import { byTurn, storedGiven } from '#core/works/kind'
import { allKinds, entryWhats, kindOf, withEntries, type EntryWhat, type Groups } from '#core/works/kinds'
import type { EntryCollection } from '#core/works/stage-table'
import { tables, type Row, type TableName } from './models'
import { iso, list, num, str } from './read-values'

/** Tables of the kinds that have one of their own; every later kind lies in `jobEntries`. */
const ownTables: Partial<Record<EntryWhat, TableName>> = {
  'mark-wear': 'wearMarks',
  'tally-plug': 'tallyMarks',
  'log-pull': 'pullLogs',
  'mark-finding': 'findings',
  'add-photo': 'photos',
  'grade-cylinder': 'grades',
  'decide-renewals': 'decisions',
  'fit-seal': 'sealFits',
  'press-liner': 'pressLogs',
  'book-time': 'bookedTimes',
}

/** The table of each kind of entry. */
export const tableOfKind = (what: EntryWhat): TableName => ownTables[what] ?? 'jobEntries'
/** Every table that entries lie in, each once. */
export const entryTables: readonly TableName[] = [...new Set([...entryWhats.map(tableOfKind), 'jobEntries' as const])]

/** The table of each collection at the top of a snapshot that lies under a signature. */
export const collectionTables = {
  ...Object.fromEntries(allKinds.filter((k) => !k.grouped).map((k) => [k.rows, tableOfKind(k.what)])),
  cuts: 'cuts',
  shimFits: 'shimFits',
  placements: 'placements',
  plans: 'plans',
} as Record<EntryCollection, TableName>

type Read = (value: unknown) => unknown
const readers: [(type: unknown) => boolean, Read][] = [
  [
    (t) =>
      t instanceof DataTypes.DECIMAL ||
      t instanceof DataTypes.INTEGER ||
      t === DataTypes.INTEGER ||
      t instanceof DataTypes.BIGINT ||
      t === DataTypes.BIGINT,
    num,
  ],
  [(t) => t === DataTypes.BOOLEAN, Boolean],
  [(t) => t === DataTypes.JSON, list],
  [(t) => t instanceof DataTypes.DATE, iso],
]

/** Reads each column of a table by its type: numbers, times and lists as what they are, the rest as text. */
function columnReaders(table: TableName): [string, Read][] {
  return Object.entries(tables[table])
    .filter(([column]) => column !== 'jobId')
    .map(([column, definition]) => {
      const { type } = definition as { type: unknown }
      return [column, readers.find(([is]) => is(type))?.[1] ?? str]
    })
}

type Struck = (targetId: unknown) => object | null

/** Entries of a kind that has a table of its own, in the order they were made. */
function ownEntries(what: EntryWhat, rows: readonly Row[], struck: Struck): { seq: number }[] {
  const columns = columnReaders(tableOfKind(what))
  const read = (r: Row) => ({
    ...Object.fromEntries(
      columns.map(([column, of]) => [column, r[column] === null || r[column] === undefined ? null : of(r[column])]),
    ),
    ...(kindOf[what].strikes ? { struck: struck(r.id) } : {}),
  })
  return (rows.map(read) as unknown as { seq: number }[]).sort(bySeq)
}

/** What is given of each kind: made once, since making it takes far longer than reading by it. */
const givenOf = Object.fromEntries(allKinds.map((k) => [k.what, z.strictObject({ ...storedGiven(k), ...byTurn })]))

/** An entry of the common table; what a later version of its kind added is filled in. */
function groupedEntry(what: EntryWhat, r: Row, struck: Struck): { seq: number } {
  const body = list<Row>(r.body)
  const filled = givenOf[what]!.safeParse(body)
  const given = filled.success ? filled.data : body
  const made = {
    id: str(r.id),
    seq: num(r.seq),
    personId: str(r.personId),
    at: iso(r.at),
    ...(r.sheetId ? { sheetId: str(r.sheetId) } : {}),
  }
  return { ...made, ...given, ...(kindOf[what].strikes ? { struck: struck(r.id) } : {}) }
}

type TopEntries = Omit<Pick<Snapshot, EntryCollection>, 'cuts' | 'shimFits' | 'placements' | 'plans'>

/** Everything of one job that stands in entries, in the order it was done, with its strikes. */
export function readEntries(rows: Partial<Record<TableName, Row[]>>, struck: Struck): TopEntries & { works: Groups } {
  const top = Object.fromEntries(
    allKinds
      .filter((k) => !k.grouped)
      .map((k) => [k.rows, ownEntries(k.what, rows[tableOfKind(k.what)] ?? [], struck)]),
  )
  const common = rows.jobEntries ?? []
  const works = allKinds
    .filter((k) => k.grouped && common.some((r) => r.what === k.what))
    .reduce(
      (job, { what }) => {
        const own = common
          .filter((r) => r.what === what)
          .map((r) => groupedEntry(what, r, struck))
          .sort(bySeq)
        return withEntries(job, what, () => own as never)
      },
      { works: {} as Groups },
    )
  return { ...top, ...works } as ReturnType<typeof readEntries>
}

/**
 * An entry as its table keeps it.
 *
 * @param by whose it is, of which job, when and where in the order of acts
 * @param sheetId the limits in force then, which tables of their own do not note
 */
export function entryRow(
  what: EntryWhat,
  given: { id: string } & Record<string, unknown>,
  by: Row,
  sheetId: string | null,
): Row {
  if (tableOfKind(what) !== 'jobEntries') return { ...given, ...by }
  const { id, ...body } = given
  return { id, what, place: (body.place as string | undefined) ?? null, body, sheetId, ...by }
}
