import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn } from './add'

/** Jobs that were ended as they stood, and what was open in them. */
export async function addEndedAsItStands(query: QueryInterface): Promise<void> {
  await addColumn(query, 'closures', 'ended', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'jobCards', 'ended', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false })
}
