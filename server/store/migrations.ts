import type { QueryInterface } from 'sequelize'
import type { RunnableMigration } from 'umzug'
import { columnsOf, indexes, tables, type TableName } from './models'

/**
 * The migrations in order. Additive: a later one adds tables and columns, none
 * takes away or rewrites what was stored.
 */
export const migrations: RunnableMigration<QueryInterface>[] = [
  {
    name: '001-the-slice',
    async up({ context }) {
      for (const name of Object.keys(tables) as TableName[]) {
        await context.createTable(name, columnsOf(name), { charset: 'utf8mb4' })
        for (const fields of indexes[name] ?? []) await context.addIndex(name, fields, { name: `${name}_${fields.join('_')}` })
      }
    },
  },
]
