import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn } from './add'

/** What a gauge is uncertain by that reads no length: in °C, kPa, N·m or degrees. */
export async function addGaugesOfEveryKind(query: QueryInterface): Promise<void> {
  await addColumn(query, 'gauges', 'otherUncertainty', { type: DataTypes.DECIMAL(16, 9), allowNull: true })
}
