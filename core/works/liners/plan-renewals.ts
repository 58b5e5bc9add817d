import { latest } from '../../job/order'
import { chooseRenewals, type RenewalOption } from '../../liner/choose-renewals'
import type { Snapshot } from '../../job/snapshot'
import type { Decision, GradeName, RenewalCosts } from './strip'
import { confirmedGrade, suggestGrade } from './suggest-grade'

export interface RenewalPlan {
  grades: { cylinder: number; grade: GradeName; confirmed: boolean; failChance: number }[]
  options: RenewalOption[]
  cheapest: number
  /** What coming back would have to cost for each option and the next one to be equal; null where more liners do not lower the chance. */
  breakEven: (number | null)[]
}

/** What one return costs beside the liners themselves. */
export const returnCost = (costs: Pick<RenewalCosts, 'openUpAgain' | 'downtime'>) => costs.openUpAgain + costs.downtime

/**
 * The cost of a return at which two choices are expected to cost the same: below it the
 * fewer liners are cheaper, above it the more.
 *
 * @returns money; null where the second choice does not lower the chance of a return
 */
export function breakEvenReturn(fewer: RenewalOption, more: RenewalOption, costOfReturn: number): number | null {
  const saved = fewer.comebackChance - more.comebackChance
  if (saved <= 1e-12) return null
  const beside = (o: RenewalOption) => o.expectedCost - o.comebackChance * costOfReturn
  return Math.max(0, (beside(more) - beside(fewer)) / saved)
}

/** One liner, some or all, by the confirmed grades (or the suggested ones) and the shop's prices. */
export function planRenewals(snapshot: Snapshot, costs: RenewalCosts = snapshot.renewalCosts): RenewalPlan {
  const grades = snapshot.engine.heads.flat().map((cylinder) => {
    const confirmed = confirmedGrade(snapshot, cylinder)
    const grade = confirmed?.grade ?? suggestGrade(snapshot, cylinder).grade
    return { cylinder, grade, confirmed: confirmed !== null, failChance: costs.failChance[grade] }
  })
  const { openUpAgain, downtime, linerParts, linerLabour } = costs
  const { options, cheapest } = chooseRenewals({
    cylinders: grades.map(({ cylinder, failChance }) => ({ cylinder, failChance })),
    renewedFailChance: costs.renewedFailChance,
    alwaysRenew: grades.filter((g) => g.grade === 'scrap').map((g) => g.cylinder),
    cost: { openUpAgain, downtime, linerParts, linerLabour },
  })
  const breakEven = options.map((o, i) =>
    options[i + 1] ? breakEvenReturn(o, options[i + 1]!, returnCost(costs)) : null,
  )
  return { grades, options, cheapest, breakEven }
}

/** Which of the options renews exactly these cylinders; −1 for none. */
export function optionOf(plan: Pick<RenewalPlan, 'options'>, renew: readonly number[]): number {
  const wanted = [...renew].sort((a, b) => a - b).join()
  return plan.options.findIndex((o) => o.renew.join() === wanted)
}

/** What was decided last; null before anything was. */
export function decisionInForce(snapshot: Pick<Snapshot, 'decisions'>): Decision | null {
  return latest(snapshot.decisions)
}
