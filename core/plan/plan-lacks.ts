import type { EvaluatedPlan, BoreProblem } from './evaluate-plan'

/** What a plan does not bring, and where: a problem of its bores, one that ends outside or on the line, a head whose liners do. */
export interface PlanLack {
  code: BoreProblem | 'out' | 'head-out' | 'near' | 'head-near'
  cylinders: number[]
  /** Whether it is wrong; else no gauge can tell. */
  bad: boolean
}

/** Why a plan does not bring everything inside: the worst first; empty where it does. */
export function planLacks({ bores, heads }: Pick<EvaluatedPlan, 'bores' | 'heads'>): PlanLack[] {
  const at = (has: (b: EvaluatedPlan['bores'][number]) => boolean) => bores.filter(has).map((b) => b.cylinder)
  const under = (verdict: 'out' | 'unsure') => heads.filter((h) => h.verdict === verdict).flatMap((h) => h.cylinders)
  const problems = [...new Set(bores.flatMap((b) => b.problems))]
  const all: PlanLack[] = [
    ...problems.map((code) => ({ code, cylinders: at((b) => b.problems.includes(code)), bad: true })),
    { code: 'out', cylinders: at((b) => b.problems.length === 0 && b.verdict === 'out'), bad: true },
    { code: 'head-out', cylinders: under('out'), bad: true },
    { code: 'near', cylinders: at((b) => b.problems.length === 0 && b.verdict === 'unsure'), bad: false },
    { code: 'head-near', cylinders: under('unsure'), bad: false },
  ]
  return all.filter((l) => l.cylinders.length > 0)
}
