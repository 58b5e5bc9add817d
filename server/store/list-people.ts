import type { PeopleList, PeopleListQuery } from '#contract/shop'
import { toPerson } from './read'
import { num, select } from './read-values'
import { searched } from './searched'
import type { Store } from './store'

/** One page of the list of people, searched and sorted by the store. */
export async function listPeople(store: Store, query: PeopleListQuery): Promise<PeopleList> {
  const { search, sort, desc, offset, limit } = query
  const words = searched(search, ['t.name', 't.role'])
  const turn = desc ? 'DESC' : 'ASC'
  const [found, [count]] = await Promise.all([
    select(
      store,
      `SELECT t.* FROM people t WHERE ${words.where} ORDER BY t.${sort} ${turn}, t.name ${turn}, t.id LIMIT :limit OFFSET :offset`,
      { ...words.values, offset, limit },
    ),
    select(store, `SELECT COUNT(*) AS n FROM people t WHERE ${words.where}`, words.values),
  ])
  return { people: found.map(toPerson), total: num(count!.n) }
}
