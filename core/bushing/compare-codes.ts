/** One place of a code as it was read, beside what the list has there. */
export interface CodePlace {
  read: string
  listed: string
  same: boolean
}

/**
 * Two look-alike codes, digit by digit.
 *
 * @param read as it stands on the part, or was typed
 * @param listed as the list in the box has it
 * @returns a place for each character of the longer one; '' where one has none there
 */
export function compareCodes(read: string, listed: string): CodePlace[] {
  const [a, b] = [read.trim().toUpperCase(), listed.trim().toUpperCase()]
  return Array.from({ length: Math.max(a.length, b.length) }, (_, i) => {
    const [x, y] = [a[i] ?? '', b[i] ?? '']
    return { read: x, listed: y, same: x === y }
  })
}
/** The code of a list that a reading is most like; null with an empty list. */
export function nearestCode(read: string, codes: readonly string[]): string | null {
  const off = (code: string) => compareCodes(read, code).filter((p) => !p.same).length
  return codes.reduce<string | null>((best, c) => (best === null || off(c) < off(best) ? c : best), null)
}
