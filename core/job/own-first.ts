/** The first things, and of the others those that are not among them. */
export function ownFirst<T extends { id: string }>(own: readonly T[], now: readonly T[]): T[] {
  const ids = new Set(own.map((o) => o.id))
  return [...own, ...now.filter((n) => !ids.has(n.id))]
}
