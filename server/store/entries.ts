import { DataTypes, type Transaction } from 'sequelize'
import type { Snapshot } from '#core/job/snapshot'
import { entryRows, type EntryWhat } from '#core/job/entries'
import type { EntryCollection } from '#core/works/stage-table'
import { tables, type Row, type TableName } from './models'
import { iso, list, num, rows, str } from './read-values'
import type { Store } from './store'

/** The table of each kind of entry. */
export const entryTables: Record<EntryWhat, TableName> = {
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

/** The table of each collection that lies under a seal. */
export const collectionTables: Record<EntryCollection, TableName> = {
  ...(Object.fromEntries(
    Object.entries(entryTables).map(([what, table]) => [entryRows[what as EntryWhat].rows, table]),
  ) as Record<(typeof entryRows)[EntryWhat]['rows'], TableName>),
  cuts: 'cuts',
  shimFits: 'shimFits',
  placements: 'placements',
  plans: 'plans',
}

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

/** Everything of one job that stands in entries, in the order it was done, with its strikes. */
export async function readEntries(
  store: Store,
  jobId: string,
  struck: (targetId: unknown) => object | null,
  transaction?: Transaction,
): Promise<Pick<Snapshot, (typeof entryRows)[EntryWhat]['rows']>> {
  const found = await Promise.all(
    (Object.keys(entryTables) as EntryWhat[]).map(async (what) => {
      const table = entryTables[what]
      const columns = columnReaders(table)
      const { rows: collection, strikes } = entryRows[what]
      const read = (r: Row) => ({
        ...Object.fromEntries(
          columns.map(([column, of]) => [column, r[column] === null || r[column] === undefined ? null : of(r[column])]),
        ),
        ...(strikes ? { struck: struck(r.id) } : {}),
      })
      const entries = (await rows(store, table, { jobId }, transaction)).map(read) as unknown as { seq: number }[]
      return [collection, entries.sort((a, b) => a.seq - b.seq)]
    }),
  )
  return Object.fromEntries(found) as ReturnType<typeof readEntries> extends Promise<infer T> ? T : never
}
