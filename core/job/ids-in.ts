/** Every text that stands anywhere in something: ids are among them. */
export function idsIn(value: unknown, found = new Set<string>()): Set<string> {
  if (typeof value === 'string') found.add(value)
  else if (Array.isArray(value)) for (const v of value) idsIn(v, found)
  else if (value && typeof value === 'object') for (const v of Object.values(value)) idsIn(v, found)
  return found
}
