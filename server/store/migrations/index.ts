import type { DataType, QueryInterface } from 'sequelize'
import type { RunnableMigration } from 'umzug'
import { addPlacesAndCards } from './005-places-and-cards'
import { addWhatListsSortBy } from './006-what-lists-sort-by'
import { addShopAndPeople } from './007-shop-and-people'
import { addClocksAndMarks } from './008-clocks-and-marks'
import { addRingsOfLiners } from './009-rings-of-liners'
import { addWhatWasJudgedBy } from './010-what-was-judged-by'
import { addGaugesOfEveryKind } from './011-gauges-of-every-kind'
import { addEndedAsItStands } from './012-ended-as-it-stands'
import { columnsOf, indexes, type TableName004 as TableName } from './tables-004'

/** Adds the tables, columns and indexes that are not there yet. What is there is left as it is. */
async function addMissing(query: QueryInterface, names: readonly TableName[]): Promise<void> {
  const listed = (await query.showAllTables()) as (string | { tableName: string })[]
  const there = new Set(listed.map((t) => (typeof t === 'string' ? t : t.tableName)))
  for (const name of names) {
    if (!there.has(name)) {
      await query.createTable(name, columnsOf(name), { charset: 'utf8mb4' })
      for (const fields of indexes[name] ?? [])
        await query.addIndex(name, fields, { name: `${name}_${fields.join('_')}` })
      continue
    }
    const columns = await query.describeTable(name)
    for (const [column, definition] of Object.entries(columnsOf(name))) {
      if (!(column in columns)) await query.addColumn(name, column, definition as DataType)
    }
    const present = new Set(((await query.showIndex(name)) as { name: string }[]).map((i) => i.name))
    for (const fields of indexes[name] ?? []) {
      const index = `${name}_${fields.join('_')}`
      if (!present.has(index)) await query.addIndex(name, fields, { name: index })
    }
  }
}

const theSlice: readonly TableName[] = [
  'settings',
  'leaves',
  'people',
  'gauges',
  'engines',
  'sheets',
  'sheetLinks',
  'shims',
  'jobs',
  'ledges',
  'boreTruths',
  'readingSets',
  'setClosings',
  'readings',
  'strikes',
  'cuts',
  'cutLeaves',
  'shimFits',
  'closures',
  'events',
]
const ledgesAndParts: readonly TableName[] = [
  'shims',
  'readingSets',
  'cuts',
  'liners',
  'partReadings',
  'wearMarks',
  'placements',
  'plans',
  'planBores',
  'tallyMarks',
  'rates',
  'studies',
  'studyReadings',
]

const theWholeJob: readonly TableName[] = [
  'settings',
  'sheets',
  'tallyMarks',
  'jobs',
  'closures',
  'readings',
  'pullers',
  'pullLogs',
  'findings',
  'photos',
  'photoBytes',
  'grades',
  'decisions',
  'sealFits',
  'pressLogs',
  'bookedTimes',
]

const nothingSlipsThrough: readonly TableName[] = ['jobs', 'closures', 'photoBytes']

/** Counts the closings of each stage, so that none can stand twice; tells the size of photos that were kept before it was. */
async function countRounds(query: QueryInterface): Promise<void> {
  await addMissing(query, nothingSlipsThrough)
  await query.sequelize.query(
    `UPDATE closures c JOIN (SELECT seq, ROW_NUMBER() OVER (PARTITION BY jobId, stage ORDER BY seq) - 1 AS n FROM closures) r ON r.seq = c.seq SET c.round = r.n WHERE c.round IS NULL`,
  )
  const present = (await query.showIndex('closures')) as { name: string }[]
  if (!present.some((i) => i.name === 'closures_round'))
    await query.addIndex('closures', ['jobId', 'stage', 'round'], { name: 'closures_round', unique: true })
  await query.sequelize.query(
    'UPDATE photoBytes SET bytes = LENGTH(content), keptAt = UTC_TIMESTAMP(3) WHERE keptAt IS NULL',
  )
}

/**
 * The migrations in order. Additive: a later one adds tables and columns, none takes away or
 * rewrites what was stored. Frozen: each says itself what it makes, and never reads today's models.
 */
export const migrations: RunnableMigration<QueryInterface>[] = [
  { name: '001-the-slice', up: ({ context }) => addMissing(context, theSlice) },
  { name: '002-ledges-parts-plans', up: ({ context }) => addMissing(context, ledgesAndParts) },
  { name: '003-the-whole-job', up: ({ context }) => addMissing(context, theWholeJob) },
  { name: '004-nothing-slips-through', up: ({ context }) => countRounds(context) },
  { name: '005-places-and-cards', up: ({ context }) => addPlacesAndCards(context) },
  { name: '006-what-lists-sort-by', up: ({ context }) => addWhatListsSortBy(context) },
  { name: '007-shop-and-people', up: ({ context }) => addShopAndPeople(context) },
  { name: '008-clocks-and-marks', up: ({ context }) => addClocksAndMarks(context) },
  { name: '009-rings-of-liners', up: ({ context }) => addRingsOfLiners(context) },
  { name: '010-what-was-judged-by', up: ({ context }) => addWhatWasJudgedBy(context) },
  { name: '011-gauges-of-every-kind', up: ({ context }) => addGaugesOfEveryKind(context) },
  { name: '012-ended-as-it-stands', up: ({ context }) => addEndedAsItStands(context) },
]
