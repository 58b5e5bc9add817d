import { Op, type Transaction } from 'sequelize'
import { partStand } from '#core/plan/read-repair'
import type { Row } from './models'
import { latestReadings, toLiner, toShim } from './read-stock'
import { rows, select, str } from './read-values'
import type { Store } from './store'

const AT_ONCE = 500

/** A label so that what it counts sorts as numbers do: L2 before L10. */
const labelKey = (label: string) =>
  label
    .toLowerCase()
    .replace(/\d+/g, (digits) => digits.padStart(8, '0'))
    .slice(0, 200)

/** Brings what lists of parts are sorted by in step with the parts' latest measurements. */
export async function putStands(store: Store, partIds: readonly string[], transaction?: Transaction): Promise<void> {
  const within = transaction ? { transaction } : {}
  for (let i = 0; i < partIds.length; i += AT_ONCE) {
    const ids = partIds.slice(i, i + AT_ONCE)
    const [liners, shims, measured] = await Promise.all([
      rows(store, 'liners', { id: { [Op.in]: ids } }, transaction),
      rows(store, 'shims', { id: { [Op.in]: ids } }, transaction),
      rows(store, 'partReadings', { partId: { [Op.in]: ids } }, transaction),
    ])
    const readings = latestReadings(measured)
    const standOf = (r: Row, kind: 'liner' | 'shim'): Row => {
      const { actualMm, wedgeMm, flag } = partStand(kind === 'liner' ? toLiner(r, readings) : toShim(r, readings), kind)
      return { ...r, labelKey: labelKey(str(r.label)), standMm: actualMm, wedgeMm, flag }
    }
    const updateOnDuplicate = ['labelKey', 'standMm', 'wedgeMm', 'flag']
    await store.models.liners.bulkCreate(
      liners.map((r) => standOf(r, 'liner')),
      { updateOnDuplicate, ...within },
    )
    await store.models.shims.bulkCreate(
      shims.map((r) => standOf(r, 'shim')),
      { updateOnDuplicate, ...within },
    )
  }
}

/** Does the same for the parts of a store that an earlier version filled. @returns how many there were */
export async function fillStands(store: Store): Promise<number> {
  const missing = await select(
    store,
    'SELECT id FROM liners WHERE labelKey IS NULL UNION ALL SELECT id FROM shims WHERE labelKey IS NULL',
  )
  await putStands(
    store,
    missing.map((r) => str(r.id)),
  )
  return missing.length
}
