interface Placed {
  seq: number
}

/** In the order of the acts. */
export const bySeq = (a: Placed, b: Placed): number => a.seq - b.seq

/** The last in the order of the acts; null where there is none. */
export function latest<T extends Placed>(rows: readonly T[]): T | null {
  return rows.reduce<T | null>((last, row) => (last === null || row.seq >= last.seq ? row : last), null)
}
