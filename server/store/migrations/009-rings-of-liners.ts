import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn } from './add'

/** The rings that came with a liner. */
export async function addRingsOfLiners(query: QueryInterface): Promise<void> {
  await addColumn(query, 'liners', 'ringsMm', { type: DataTypes.JSON, allowNull: true })
}
