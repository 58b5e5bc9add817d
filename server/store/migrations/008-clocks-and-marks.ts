import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn, addIndex } from './add'

/** What a list shows of a job at a glance, and the clocks that run in it. */
export async function addClocksAndMarks(query: QueryInterface): Promise<void> {
  await addColumn(query, 'jobCards', 'marks', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'jobCards', 'clocks', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'jobCards', 'clockAt', { type: DataTypes.DATE(3), allowNull: true })
  await addIndex(query, 'jobCards', ['clockAt'])
}
