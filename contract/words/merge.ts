/** Messages as the words files have them: texts in groups of groups. */
export interface Messages {
  [name: string]: string | Messages
}

/** The words of several files as one: groups of the same name are put together. */
export function mergeWords(...files: readonly Messages[]): Messages {
  const merged: Messages = {}
  for (const file of files)
    for (const [name, value] of Object.entries(file)) {
      const there = merged[name]
      merged[name] = typeof value === 'object' && typeof there === 'object' ? mergeWords(there, value) : value
    }
  return merged
}
