/** A search as a condition: every word must be in one of the columns, wherever and in whatever letters. Values go in by name. */
export function searched(
  search: string,
  columns: readonly string[],
): { where: string; values: Record<string, string> } {
  const words = search.trim().toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)
  const where = words.map((_, i) => `(${columns.map((c) => `${c} LIKE :word${i}`).join(' OR ')})`).join(' AND ')
  const values = Object.fromEntries(words.map((w, i) => [`word${i}`, `%${w.replace(/[\\%_]/g, '\\$&')}%`]))
  return { where: where || 'TRUE', values }
}
