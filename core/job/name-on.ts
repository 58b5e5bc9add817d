import type { Person } from './snapshot'

/**
 * What somebody was called when something was done: a name that was mended since stays on what was done before.
 *
 * @param at the moment it was done, ISO; left out: as they are called now
 * @returns '—' where nobody has that id
 */
export function nameOn(people: readonly Person[], personId: string | undefined, at?: string): string {
  const person = people.find((p) => p.id === personId)
  if (!person) return '—'
  const then = at === undefined ? null : (person.earlierNames ?? []).filter((n) => at < n.until)
  return then?.toSorted((a, b) => a.until.localeCompare(b.until))[0]?.name ?? person.name
}
