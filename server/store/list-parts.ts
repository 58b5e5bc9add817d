import { Op } from 'sequelize'
import type { PartList, PartListQuery } from '#contract/shop'
import { latestReadings, toLiner, toShim } from './read-stock'
import { num, rows, select } from './read-values'
import { searched } from './searched'
import type { Store } from './store'

const sortSql: Record<PartListQuery['sort'], (turn: string) => string> = {
  label: (turn) => `t.labelKey ${turn}`,
  engine: (turn) => `e.name ${turn}`,
  nominal: (turn) => `t.nominalMm ${turn}`,
  actual: (turn) => `t.standMm ${turn}`,
  wedge: (turn) => `t.wedgeMm ${turn}`,
  // What needs a hand first.
  flag: (turn) => `FIELD(t.flag, 'unmeasured', 'off-nominal', 'uneven', 'good') ${turn}`,
  material: (turn) => `t.material ${turn}`,
  where: (turn) => `t.fittedJobId IS NOT NULL ${turn}, t.fittedJobId ${turn}`,
}
const SIZES = 16

/** One page of the list of liners or of shims, searched and sorted by the store. */
export async function listParts(store: Store, query: PartListQuery): Promise<PartList> {
  const { kind, id, search, sort, desc, offset, limit } = query
  const table = kind === 'liner' ? 'liners' : 'shims'
  const words = searched(search, ['t.label', 'e.name', 't.material', 't.flag'])
  const values = { ...words.values, id, offset, limit }
  const from = `FROM ${table} t JOIN engines e ON e.id = t.engineId WHERE ${words.where}${id ? ' AND t.id = :id' : ''}`
  const turn = desc ? 'DESC' : 'ASC'
  const [found, [count], [of], sizes] = await Promise.all([
    select(
      store,
      `SELECT t.* ${from} ORDER BY ${sortSql[sort](turn)}, t.labelKey ${turn}, t.id LIMIT :limit OFFSET :offset`,
      values,
    ),
    select(store, `SELECT COUNT(*) AS n ${from}`, values),
    select(store, 'SELECT (SELECT COUNT(*) FROM liners) AS liner, (SELECT COUNT(*) FROM shims) AS shim'),
    select(
      store,
      `SELECT nominalMm, SUM(fittedJobId IS NULL) AS free, SUM(fittedJobId IS NOT NULL) AS used FROM ${table} GROUP BY nominalMm ORDER BY nominalMm LIMIT ${SIZES}`,
    ),
  ])
  const measured = latestReadings(await rows(store, 'partReadings', { partId: { [Op.in]: found.map((r) => r.id) } }))
  return {
    liners: kind === 'liner' ? found.map((r) => toLiner(r, measured)) : [],
    shims: kind === 'shim' ? found.map((r) => toShim(r, measured)) : [],
    total: num(count!.n),
    of: { liner: num(of!.liner), shim: num(of!.shim) },
    sizes: sizes.map((s) => ({ nominalMm: num(s.nominalMm), free: num(s.free), used: num(s.used) })),
  }
}
