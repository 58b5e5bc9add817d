import { toRadians, turnBetweenDeg, turnDeg } from '../../measure/angle'
import type { Snapshot } from '../../job/snapshot'
import type { FaceName, Finding, FindingKind } from './strip'

/** What several findings say together. */
export interface Pattern {
  code: 'same-side' | 'worse-to-rear' | 'worse-to-front' | 'held-by-ring' | 'past-all' | 'thrust-side' | 'one-alone'
  kind: FindingKind
  on: FaceName
  cylinders: number[]
  /** The side they share, degrees; null where the side says nothing. */
  atDeg: number | null
  /** Sealing steps passed, of tracks; 0 for others. */
  steps: number
}

const SAME_SIDE_DEG = 40
const THRUST_DEG = 30

/** The mean direction of several, degrees. */
function meanDirectionDeg(all: readonly number[]): number {
  const x = all.reduce((sum, a) => sum + Math.cos(toRadians(a)), 0)
  const y = all.reduce((sum, a) => sum + Math.sin(toRadians(a)), 0)
  return turnDeg((Math.atan2(y, x) * 180) / Math.PI)
}

const cylindersOf = (found: readonly Finding[]) => [...new Set(found.map((f) => f.cylinder))].sort((a, b) => a - b)

/** Findings of one kind on one face, grouped. */
function groups(findings: readonly Finding[]): { kind: FindingKind; on: FaceName; found: Finding[] }[] {
  const all = new Map<string, { kind: FindingKind; on: FaceName; found: Finding[] }>()
  for (const f of findings) {
    const key = `${f.on} ${f.kind}`
    const group = all.get(key) ?? { kind: f.kind, on: f.on, found: [] }
    group.found.push(f)
    all.set(key, group)
  }
  return [...all.values()]
}

/** The largest run of neighbours in a bank whose findings of one kind look to the same side. */
function sameSide(bank: readonly number[], found: readonly Finding[]): { cylinders: number[]; atDeg: number } | null {
  let best: { cylinders: number[]; atDeg: number } | null = null
  for (const start of found) {
    const run: Finding[] = [start]
    for (let i = bank.indexOf(start.cylinder) + 1; i > 0 && i < bank.length; i++) {
      const next = found.find(
        (f) =>
          f.cylinder === bank[i] && turnBetweenDeg(f.atDeg, meanDirectionDeg(run.map((r) => r.atDeg))) <= SAME_SIDE_DEG,
      )
      if (!next) break
      run.push(next)
    }
    if (run.length >= 2 && run.length > (best?.cylinders.length ?? 1))
      best = { cylinders: run.map((r) => r.cylinder), atDeg: meanDirectionDeg(run.map((r) => r.atDeg)) }
  }
  return best
}

/** Whether severity grows along a bank, front to rear (+1) or rear to front (−1). Kendall's tau over all pairs. */
function trend(bank: readonly number[], found: readonly Finding[]): 1 | -1 | 0 {
  const levels = bank.map((c) => Math.max(0, ...found.filter((f) => f.cylinder === c).map((f) => f.severity)))
  if (new Set(levels).size < 2 || levels.filter((l) => l > 0).length < 3) return 0
  let score = 0
  let pairs = 0
  for (let i = 0; i < levels.length; i++) {
    for (let j = i + 1; j < levels.length; j++) {
      score += Math.sign(levels[j]! - levels[i]!)
      pairs++
    }
  }
  const tau = score / pairs
  return tau >= 0.6 ? 1 : tau <= -0.6 ? -1 : 0
}

/**
 * What the findings say when they are read together: the same side on neighbours, growing
 * worse toward one end, coolant past the step but held by a ring, the thrust sides, or one
 * cylinder standing alone. A lone finding says nothing yet.
 */
export function findPatterns(snapshot: Pick<Snapshot, 'findings' | 'engine' | 'sheet'>): Pattern[] {
  const findings = snapshot.findings.filter((f) => !f.struck)
  const { banks } = snapshot.engine
  const rings = snapshot.sheet.seals.length
  const patterns: Pattern[] = []
  for (const { kind, on, found } of groups(findings)) {
    const make = (code: Pattern['code'], cylinders: number[], atDeg: number | null = null, steps = 0) =>
      patterns.push({ code, kind, on, cylinders, atDeg, steps })
    if (kind === 'coolant-track') {
      const past = (test: (steps: number) => boolean) => found.filter((f) => f.pastSteps !== null && test(f.pastSteps))
      const all = past((s) => rings > 0 && s > rings)
      const held = past((s) => s >= 1 && (rings === 0 || s <= rings))
      if (all.length > 0) make('past-all', cylindersOf(all), null, rings + 1)
      if (held.length > 0) make('held-by-ring', cylindersOf(held), null, Math.max(...held.map((f) => f.pastSteps!)))
      continue
    }
    let trends = false
    for (const bank of banks) {
      const own = found.filter((f) => bank.includes(f.cylinder))
      const side = sameSide(
        bank,
        own.filter((f) => f.spanDeg < 240),
      )
      const toward = trend(bank, own)
      if (side) make('same-side', side.cylinders, side.atDeg)
      if (toward !== 0) trends = true
      if (toward !== 0) make(toward > 0 ? 'worse-to-rear' : 'worse-to-front', cylindersOf(own))
    }
    const thrust = found.filter(
      (f) => f.spanDeg < 240 && Math.min(turnBetweenDeg(f.atDeg, 90), turnBetweenDeg(f.atDeg, 270)) <= THRUST_DEG,
    )
    if ((kind === 'fretting' || kind === 'scoring' || kind === 'polish') && cylindersOf(thrust).length >= 2)
      make('thrust-side', cylindersOf(thrust))
    const worst = Math.max(...found.map((f) => f.severity))
    if (!trends && worst === 3 && found.filter((f) => f.severity === 3).length === 1 && cylindersOf(found).length >= 2)
      make('one-alone', cylindersOf(found.filter((f) => f.severity === 3)))
  }
  return patterns
}
