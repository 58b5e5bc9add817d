import { expose } from 'comlink'
import { matchLiners, type LinerMatch, type MatchLinersInput } from '#core/liner/match-liners'
import { solveMilp } from '#core/liner/milp'
import { stackUp, type stackUpInput } from '#core/liner/stack-up'
import { schoolNames } from '#core/job/snapshot'
import { evaluatePlan, type EvaluatedPlan } from '#core/plan/evaluate-plan'
import type { BoreChoice, RepairInput } from '#core/plan/plan-input'
import { planSchool, type SchoolPlan } from '#core/plan/plan-schools'
import type { z } from 'zod'

/** The heavy computing of the repair plan, off the page's own thread. Stopping it ends the worker. */
export const planWork = {
  /** Loads the solver, so that the first match does not wait for it. */
  async warm(): Promise<void> {
    await solveMilp({ columns: 1, binaries: 1, cost: new Float64Array(1), rows: [] }, { seconds: 1 })
  },
  /** Plans school by school and tells of each as it is done. */
  async schools(input: RepairInput, onPlan: (plan: SchoolPlan) => void): Promise<void> {
    for (const school of schoolNames) onPlan(await planSchool(input, school))
  },
  evaluate(input: RepairInput, choices: BoreChoice[]): EvaluatedPlan {
    return evaluatePlan(input, choices)
  },
  /** The exact match; tells of every better answer on the way. */
  match(input: MatchLinersInput, onBetter: (match: LinerMatch) => void): Promise<LinerMatch> {
    return matchLiners(input, { onBetter })
  },
  stackUp(input: z.infer<typeof stackUpInput>) {
    return stackUp(input)
  },
}
export type PlanWork = typeof planWork

expose(planWork)
