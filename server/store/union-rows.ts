import type { Transaction } from 'sequelize'
import { tables, type Row, type TableName } from './models'
import { list, select } from './read-values'
import type { Store } from './store'

/** A table, and which rows of it: a condition on the alias `t`; left out, all of them. */
export type Wanted = readonly [table: TableName, where?: string]

/**
 * Rows of many tables in one query, each as a JSON object: a job is spread over two dozen tables,
 * and a round trip for each would cost more than the rows.
 *
 * @returns the rows of each table that was asked for, an empty list where there are none
 */
export async function unionRows<T extends TableName>(
  store: Store,
  wanted: readonly (readonly [table: T, where?: string])[],
  replacements: Row,
  transaction?: Transaction,
): Promise<Record<T, Row[]>> {
  const parts = wanted.map(([table, where]) => {
    const pairs = Object.keys(tables[table]).map((column) => `'${column}', t.\`${column}\``)
    return `SELECT '${table}' AS source, JSON_OBJECT(${pairs.join(', ')}) AS body FROM \`${table}\` t${where ? ` WHERE ${where}` : ''}`
  })
  const found = Object.fromEntries(wanted.map(([table]) => [table, [] as Row[]])) as Record<T, Row[]>
  for (const { source, body } of await select(store, parts.join(' UNION ALL '), replacements, transaction))
    found[source as T].push(list<Row>(body))
  return found
}
