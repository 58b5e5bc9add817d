import { normal, seededRandom } from '../sim/random'
import type { MatchOption, MatchProblem } from './match-model'

/** What an assignment is worth, the gravest first. */
interface Worth {
  out: number
  stepMm: number
  deviationMm: number
}

function worthOf(problem: MatchProblem, choice: readonly MatchOption[]): Worth {
  let [out, stepMm, deviationMm] = [0, 0, 0]
  for (const o of choice) {
    if (o.out) out += 1
    deviationMm += o.offMm
  }
  for (const [a, b] of problem.neighbours)
    stepMm = Math.max(stepMm, Math.abs(choice[a]!.centreMm - choice[b]!.centreMm))
  return { out, stepMm, deviationMm }
}

function isBetter(a: Worth, b: Worth): boolean {
  if (a.out !== b.out) return a.out < b.out
  if (Math.abs(a.stepMm - b.stepMm) > 1e-9) return a.stepMm < b.stepMm
  return a.deviationMm < b.deviationMm - 1e-9
}

/** One number that falls as an assignment gets better, smooth enough to walk down. */
function costOf(problem: MatchProblem, choice: readonly MatchOption[]): number {
  let [out, steps, deviation] = [0, 0, 0]
  for (const o of choice) {
    if (o.out) out += 1
    deviation += o.offMm
  }
  for (const [a, b] of problem.neighbours) steps += ((choice[a]!.centreMm - choice[b]!.centreMm) * 100) ** 4
  return 10 * out + Math.sqrt(Math.sqrt(steps)) + 0.02 * deviation
}

/** Some liner for every bore, by augmenting paths, without shims; null where there is none. */
function anyChoice(problem: MatchProblem): MatchOption[] | null {
  const bare = problem.bores.map((own) => own.filter((o) => o.shim < 0))
  const boreOf = new Map<number, number>()
  const chosen: MatchOption[] = []
  const seat = (bore: number, seen: Set<number>): boolean => {
    for (const o of bare[bore]!) {
      if (seen.has(o.liner)) continue
      seen.add(o.liner)
      const other = boreOf.get(o.liner)
      if (other !== undefined && !seat(other, seen)) continue
      boreOf.set(o.liner, bore)
      chosen[bore] = o
      return true
    }
    return false
  }
  return bare.every((_, bore) => seat(bore, new Set())) ? chosen : null
}

/**
 * A good assignment to begin the exact search with: simulated annealing over single options
 * and swapped liners, seeded, so that the same deck always begins alike.
 *
 * Source: S. Kirkpatrick et al., Optimization by simulated annealing, Science 220 (1983).
 *
 * @returns null where some bore stays without a liner
 */
export function startMatch(problem: MatchProblem): MatchOption[] | null {
  const start = anyChoice(problem)
  if (!start || start.length === 0) return start
  const random = seededRandom(1)
  const choice = [...start]
  const boreOf = new Map(choice.map((o, bore) => [o.liner, bore]))
  const shimsLeft = [...problem.shimCounts]
  const index = problem.bores.map((own) => new Map(own.map((o) => [o.liner * 1000 + o.shim, o])))
  let best = [...choice]
  let bestWorth = worthOf(problem, best)
  let cost = costOf(problem, choice)
  const steps = 4000 + 2500 * problem.bores.length
  const give = (o: MatchOption, by: 1 | -1) => {
    if (o.shim >= 0) shimsLeft[o.shim]! += by
  }
  for (let step = 0; step < steps; step++) {
    const heat = 0.4 * (1 - step / steps) ** 2 + 1e-4
    const bore = Math.floor(random() * choice.length)
    const own = problem.bores[bore]!
    const to = own[Math.floor(random() * own.length)]!
    const from = choice[bore]!
    const other = boreOf.get(to.liner)
    const swap = other !== undefined && other !== bore ? other : null
    const otherFrom = swap === null ? null : choice[swap]!
    // The bore whose liner is taken gets the one that is given up, with its own shim.
    const otherTo = otherFrom === null ? null : index[swap!]!.get(from.liner * 1000 + otherFrom.shim)
    if (otherFrom !== null && !otherTo) continue
    give(from, 1)
    if (to.shim >= 0 && shimsLeft[to.shim]! < 1) {
      give(from, -1)
      continue
    }
    give(to, -1)
    choice[bore] = to
    if (swap !== null) choice[swap] = otherTo!
    const next = costOf(problem, choice)
    if (next <= cost || next - cost < heat * Math.abs(normal(random))) {
      cost = next
      boreOf.delete(from.liner)
      boreOf.set(to.liner, bore)
      if (swap !== null) boreOf.set(from.liner, swap)
      const worth = worthOf(problem, choice)
      if (isBetter(worth, bestWorth)) [best, bestWorth] = [[...choice], worth]
    } else {
      give(to, 1)
      give(from, -1)
      choice[bore] = from
      if (swap !== null) choice[swap] = otherFrom!
    }
  }
  return best
}
