import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn, addIndex } from './add'

const mm = { type: DataTypes.DECIMAL(16, 9), allowNull: true }
const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: true })

/** What the lists of parts and of jobs are sorted by, beside what it is made from. Filled when the store is opened. */
export async function addWhatListsSortBy(query: QueryInterface): Promise<void> {
  for (const table of ['liners', 'shims']) {
    await addColumn(query, table, 'labelKey', text(200))
    await addColumn(query, table, 'standMm', mm)
    await addColumn(query, table, 'wedgeMm', mm)
    await addColumn(query, table, 'flag', text(12))
    await addIndex(query, table, ['labelKey'])
  }
  await addIndex(query, 'partReadings', ['partId', 'seq'])
  await addColumn(query, 'jobCards', 'stageAt', { type: DataTypes.INTEGER, allowNull: false, defaultValue: -1 })
  await addIndex(query, 'jobCards', ['archived', 'stageAt', 'number'])
}
