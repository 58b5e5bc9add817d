import type { QueryInterface } from 'sequelize'

/** Adds a column that is not there yet. */
export async function addColumn(
  query: QueryInterface,
  table: string,
  column: string,
  definition: object,
): Promise<void> {
  if (!(column in (await query.describeTable(table)))) await query.addColumn(table, column, definition as never)
}

/** Adds a table that is not there yet, with the columns it is looked up by. */
export async function createTable(
  query: QueryInterface,
  table: string,
  columns: object,
  indexes: string[][],
): Promise<void> {
  if (await query.tableExists(table)) return
  await query.createTable(table, columns as never, { charset: 'utf8mb4' })
  for (const fields of indexes) await addIndex(query, table, fields)
}

/** Adds an index that is not there yet. */
export async function addIndex(query: QueryInterface, table: string, fields: string[]): Promise<void> {
  const name = `${table}_${fields.join('_')}`
  const present = (await query.showIndex(table)) as { name: string }[]
  if (!present.some((index) => index.name === name)) await query.addIndex(table, fields, { name })
}
