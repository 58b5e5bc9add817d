import { DataTypes, type QueryInterface } from 'sequelize'
import { addColumn } from './add'

/** What stands on every paper of the shop, how often it wants the zero seen, names that were mended or laid aside, and what was told of a plan when it was taken. */
export async function addShopAndPeople(query: QueryInterface): Promise<void> {
  const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false, defaultValue: '' })
  await addColumn(query, 'settings', 'shopAddress', text(300))
  await addColumn(query, 'settings', 'currency', text(8))
  await addColumn(query, 'settings', 'zeroEvery', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 })
  await addColumn(query, 'plans', 'told', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'people', 'earlierNames', { type: DataTypes.JSON, allowNull: true })
  await addColumn(query, 'people', 'leftAt', { type: DataTypes.DATE(3), allowNull: true })
}
