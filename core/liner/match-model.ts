import { SLACK_MM } from '../schema'
import type { Milp, MilpRow } from './milp'

/** One way to fill one bore: a liner, and a shim of a size (−1 for none). */
export interface MatchOption {
  liner: number
  shim: number
  centreMm: number
  /** How far its centre lies from the aim that counts for it. */
  offMm: number
  out: boolean
}

export interface MatchProblem {
  /** Every option of every bore. */
  bores: MatchOption[][]
  /** Indices of bores that are neighbours under one head. */
  neighbours: [number, number][]
  liners: number
  shimCounts: number[]
}

/** Groups what is equal but for floating point. */
export function distinctMm(valuesMm: readonly number[]): number[] {
  const sorted = Float64Array.from(valuesMm).sort()
  return [...sorted.filter((v, i) => i === 0 || v - sorted[i - 1]! > SLACK_MM)]
}

/** The heights a bore's centre can have, rising, and which options have each, by their indices. */
function levelsOf(own: readonly MatchOption[]): { atMm: number[]; members: number[][] } {
  const rising = own.map((o, i) => ({ i, mm: o.centreMm })).sort((a, b) => a.mm - b.mm || a.i - b.i)
  const atMm: number[] = []
  const members: number[][] = []
  rising.forEach(({ i, mm }, k) => {
    if (k === 0 || mm - rising[k - 1]!.mm > SLACK_MM) {
      atMm.push(mm)
      members.push([])
    }
    members.at(-1)!.push(i)
  })
  return { atMm, members }
}

/** Every step between neighbours that can occur and is no larger than `upToMm`, rising, mm. */
export function possibleSteps({ bores, neighbours }: MatchProblem, upToMm: number): number[] {
  const steps: number[] = [0]
  const levels = bores.map((own) => distinctMm(own.map((o) => o.centreMm)))
  for (const [a, b] of neighbours) {
    const other = levels[b]!
    let from = 0
    for (const centre of levels[a]!) {
      while (from < other.length && other[from]! < centre - upToMm) from += 1
      for (let k = from; k < other.length && other[k]! <= centre + upToMm; k++) steps.push(Math.abs(centre - other[k]!))
    }
  }
  return distinctMm(steps)
}

/**
 * The choice of one option a bore as a linear program: each liner once, each shim as often
 * as there is one, no more bores outside than allowed, and no step above `stepMm`.
 *
 * Steps are told by cumulative columns: Y(bore, t) is 1 where the bore's centre is at most t.
 * "If one centre is at most t, its neighbour's is at most t + step" is then one row of two
 * columns, and as tight as can be.
 *
 * @param mostOut null for no limit
 * @param stepMm null for no limit
 */
export function matchMilp(
  problem: MatchProblem,
  costOf: (o: MatchOption) => number,
  mostOut: number | null,
  stepMm: number | null,
): { milp: Milp; options: MatchOption[]; boreOf: number[] } {
  const options = problem.bores.flat()
  const boreOf = problem.bores.flatMap((own, bore) => own.map(() => bore))
  const rows: MilpRow[] = []
  const pick = (test: (o: MatchOption, bore: number) => boolean) =>
    options.flatMap((o, i): [number, number][] => (test(o, boreOf[i]!) ? [[i, 1]] : []))
  const most = (upper: number, terms: [number, number][]) => {
    if (terms.length > upper) rows.push({ lower: 0, upper, terms })
  }
  problem.bores.forEach((_, bore) => rows.push({ lower: 1, upper: 1, terms: pick((_o, b) => b === bore) }))
  for (let liner = 0; liner < problem.liners; liner++)
    most(
      1,
      pick((o) => o.liner === liner),
    )
  problem.shimCounts.forEach((count, shim) =>
    most(
      count,
      pick((o) => o.shim === shim),
    ),
  )
  if (mostOut !== null)
    most(
      mostOut,
      pick((o) => o.out),
    )

  let columns = options.length
  if (stepMm !== null && problem.neighbours.length > 0) {
    const paired = new Set(problem.neighbours.flat())
    const levels = problem.bores.map((own, bore) => levelsOf(paired.has(bore) ? own : []))
    const first = new Map<number, number>()
    for (const bore of paired) {
      first.set(bore, columns)
      const start = boreOf.indexOf(bore)
      levels[bore]!.members.slice(0, -1).forEach((own, k) => {
        const terms: [number, number][] = [[columns, 1], ...own.map((i): [number, number] => [start + i, -1])]
        if (k > 0) terms.push([columns - 1, -1])
        rows.push({ lower: 0, upper: 0, terms })
        columns += 1
      })
    }
    for (const [a, b] of problem.neighbours.flatMap(([x, y]): [number, number][] => [
      [x, y],
      [y, x],
    ])) {
      const [own, other] = [levels[a]!.atMm, levels[b]!.atMm]
      let reach = -1
      own.forEach((level, k) => {
        while (reach + 1 < other.length && other[reach + 1]! <= level + stepMm + 2 * SLACK_MM) reach += 1
        if (reach === other.length - 1) return
        // At its highest level the one centre is there for certain.
        const certain = k === own.length - 1
        const terms: [number, number][] = certain ? [] : [[first.get(a)! + k, 1]]
        if (reach >= 0) terms.push([first.get(b)! + reach, -1])
        rows.push({ lower: certain ? -Infinity : -1, upper: certain ? -1 : 0, terms })
      })
    }
  }
  const cost = new Float64Array(columns)
  options.forEach((o, i) => (cost[i] = costOf(o)))
  return { milp: { columns, binaries: options.length, cost, rows }, options, boreOf }
}
