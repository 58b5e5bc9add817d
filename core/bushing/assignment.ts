/**
 * The assignment of rows to columns that fills as many rows as can be, and of those costs least.
 *
 * @param cost of each row with each column, from 0 up; null where the two may not go together
 * @returns the column of each row; null for a row that stays empty
 * Source: the Hungarian method (Kuhn, Munkres) with potentials.
 */
export function assign(cost: readonly (readonly (number | null)[])[]): (number | null)[] {
  const rows = cost.length
  const columns = Math.max(0, ...cost.map((r) => r.length))
  const size = rows + columns
  const largest = Math.max(0, ...cost.flat().map((c) => c ?? 0))
  // Leaving a row empty costs more than any way of filling them all.
  const empty = (rows + 1) * (largest + 1)
  const costOf = (i: number, j: number): number => {
    if (i >= rows) return j >= columns ? 0 : 0
    if (j >= columns) return empty
    return cost[i]![j] ?? 2 * empty
  }
  const u = new Array<number>(size + 1).fill(0)
  const v = new Array<number>(size + 1).fill(0)
  const rowOf = new Array<number>(size + 1).fill(0)
  const way = new Array<number>(size + 1).fill(0)
  for (let i = 1; i <= size; i++) {
    rowOf[0] = i
    let j0 = 0
    const least = new Array<number>(size + 1).fill(Infinity)
    const used = new Array<boolean>(size + 1).fill(false)
    do {
      used[j0] = true
      const i0 = rowOf[j0]!
      let delta = Infinity
      let next = 0
      for (let j = 1; j <= size; j++) {
        if (used[j]) continue
        const now = costOf(i0 - 1, j - 1) - u[i0]! - v[j]!
        if (now < least[j]!) {
          least[j] = now
          way[j] = j0
        }
        if (least[j]! < delta) {
          delta = least[j]!
          next = j
        }
      }
      for (let j = 0; j <= size; j++) {
        if (used[j]) {
          u[rowOf[j]!]! += delta
          v[j]! -= delta
        } else least[j]! -= delta
      }
      j0 = next
    } while (rowOf[j0] !== 0)
    do {
      const j1 = way[j0]!
      rowOf[j0] = rowOf[j1]!
      j0 = j1
    } while (j0 !== 0)
  }
  const chosen = new Array<number | null>(rows).fill(null)
  for (let j = 1; j <= columns; j++) {
    const i = rowOf[j]! - 1
    if (i >= 0 && i < rows && cost[i]![j - 1] != null) chosen[i] = j - 1
  }
  return chosen
}
