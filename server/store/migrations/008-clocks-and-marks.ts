import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn, addIndex } from './add'

/** What a list shows of a job at a glance, the clocks that run in it, and the shop's own table of leaks. */
export async function addClocksAndMarks(query: QueryInterface): Promise<void> {
  await addColumn(query, 'jobCards', 'marks', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'jobCards', 'clocks', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'jobCards', 'clockAt', { type: DataTypes.DATE(3), allowNull: true })
  await addColumn(query, 'settings', 'leakTable', { type: DataTypes.JSON, allowNull: true })
  await addIndex(query, 'jobCards', ['clockAt'])
}
