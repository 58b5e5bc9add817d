import { QueryTypes, type Transaction } from 'sequelize'
import type { Row, TableName } from './models'
import type { Store } from './store'

/** Values as the driver brings them, read as what they are. */
export const num = (v: unknown) => Number(v)
export const numOrNull = (v: unknown) => (v === null || v === undefined ? null : Number(v))
export const str = (v: unknown) => v as string
export const iso = (v: unknown) => (v instanceof Date ? v : new Date(`${String(v).replace(' ', 'T')}Z`)).toISOString()
export const list = <T>(v: unknown) => (typeof v === 'string' ? JSON.parse(v) : v) as T

/** Rows of a table, plain. */
export async function rows(store: Store, table: TableName, where: Row = {}, transaction?: Transaction): Promise<Row[]> {
  return (await store.models[table].findAll({
    where,
    raw: true,
    ...(transaction ? { transaction } : {}),
  })) as unknown as Row[]
}

/** Rows of a query written out. Values go in by name, never into the text. */
export async function select(
  store: Store,
  sql: string,
  replacements: Row = {},
  transaction?: Transaction,
): Promise<Row[]> {
  return store.sequelize.query(sql, { type: QueryTypes.SELECT, replacements, ...(transaction ? { transaction } : {}) })
}

/** Rows by what a column of theirs says. */
export function grouped(found: readonly Row[], column: string): (key: unknown) => Row[] {
  const groups = new Map<unknown, Row[]>()
  for (const r of found) {
    const group = groups.get(r[column])
    if (group) group.push(r)
    else groups.set(r[column], [r])
  }
  return (key) => groups.get(key) ?? []
}
