import type { Transaction } from 'sequelize'
import { rows } from './read-values'
import type { Store } from './store'

/** People are never taken away, so a name once found stays good for every copy of the server. */
const known = new WeakMap<Store, Set<string>>()

/** Whether somebody of that id works here. */
export async function isKnownPerson(store: Store, personId: string, transaction?: Transaction): Promise<boolean> {
  const people = known.get(store) ?? new Set<string>()
  known.set(store, people)
  if (people.has(personId)) return true
  const [found] = await rows(store, 'people', { id: personId }, transaction)
  if (found) people.add(personId)
  return found !== undefined
}
