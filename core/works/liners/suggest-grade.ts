import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import { worstVerdict } from '../../measure/verdict'
import { readLinerBore } from './beside'
import { readLedge } from './ledges'
import { standingOf } from '../../job/stations'
import { gradeNames, type FindingKind, type Grade, type GradeName } from './strip'

/** What a finding weighs by its severity 1 … 3. Three is scrap by itself; the sum of lesser ones grades too. */
const weights: Record<FindingKind, readonly [number, number, number]> = {
  crack: [3, 3, 3],
  pitting: [0.5, 1.2, 3],
  scoring: [0.5, 1.5, 3],
  'coolant-track': [0.3, 0.8, 1.2],
  fretting: [0.4, 1, 2],
  polish: [0.4, 0.9, 1.4],
  rust: [0.2, 0.6, 1.2],
  scale: [0.1, 0.4, 0.8],
  wax: [0.1, 0.3, 0.6],
  sediment: [0.1, 0.2, 0.4],
  'seal-cut': [0.1, 0.2, 0.3],
  'seal-hard': [0.1, 0.2, 0.3],
  'old-seal': [0, 0.1, 0.2],
}
/** From which sum on a liner has which grade. */
const steps: readonly [number, GradeName][] = [
  [3, 'scrap'],
  [1.2, 'poor'],
  [0.5, 'fair'],
  [0, 'good'],
]
/** What a worn ledge adds: a liner left on one may come back. */
const WORN_LEDGE = 0.6
/** What a bore adds that is on the line, and one beyond the sheet's limits: that liner does not stay. */
const WORN_BORE = { unsure: 1.2, out: 3 } as const

export interface GradeReason {
  kind: FindingKind | 'worn-ledge' | 'worn-bore'
  severity: number
  weight: number
}

/** The grade that findings and ledge suggest for an old liner, with what speaks for it, heaviest first. */
export function suggestGrade(
  snapshot: Snapshot,
  cylinder: number,
): { grade: GradeName; sum: number; reasons: GradeReason[] } {
  const reasons: GradeReason[] = standingOf(snapshot.findings, cylinder).map((f) => ({
    kind: f.kind,
    severity: f.severity,
    weight: weights[f.kind][f.severity - 1]!,
  }))
  if (readLedge(snapshot, cylinder).judgement?.verdict === 'out')
    reasons.push({ kind: 'worn-ledge', severity: 2, weight: WORN_LEDGE })
  const bore = readLinerBore(snapshot, cylinder)
  const worn = bore ? worstVerdict(Object.values(bore.verdicts)) : 'in'
  if (worn !== 'in') reasons.push({ kind: 'worn-bore', severity: worn === 'out' ? 3 : 2, weight: WORN_BORE[worn] })
  reasons.sort((a, b) => b.weight - a.weight)
  const sum = reasons.reduce((total, r) => total + r.weight, 0)
  const single = reasons[0]?.weight ?? 0
  // Many small things do not make scrap: only one heavy thing does.
  const graded = single >= 3 ? 3 : Math.min(sum, 2.9)
  return { grade: steps.find(([from]) => graded >= from)![1], sum, reasons }
}

/** The grade a person confirmed last; null where nobody did. */
export function confirmedGrade(snapshot: Pick<Snapshot, 'grades'>, cylinder: number): Grade | null {
  return latest(snapshot.grades.filter((g) => g.cylinder === cylinder))
}

/** What the marks suggest by now, where it is worse than what a liner was confirmed as and than what they suggested then; else null. */
export function worseSinceGraded(snapshot: Snapshot, cylinder: number): GradeName | null {
  const confirmed = confirmedGrade(snapshot, cylinder)
  if (!confirmed) return null
  const now = suggestGrade(snapshot, cylinder).grade
  const worse = (than: GradeName) => gradeNames.indexOf(now) > gradeNames.indexOf(than)
  return worse(confirmed.grade) && worse(confirmed.suggested) ? now : null
}
