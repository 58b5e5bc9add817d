import type { Calculation } from './define'
import { CalcError } from './errors'
import { nextMoveCalculation } from './works/liners/next-move'
import { chooseRenewalsCalculation } from './liner/choose-renewals'
import { judgeLedgeCalculation } from './liner/judge-ledge'
import { matchLinersCalculation } from './liner/match-liners'
import { planCutCalculation } from './liner/plan-cut'
import { stackUpCalculation } from './liner/stack-up'
import { compareSetsCalculation } from './measure/compare-sets'
import { fitPlaneCalculation } from './measure/fit-plane'
import { judgeProtrusionCalculation } from './measure/judge-protrusion'
import { studyGaugeCalculation } from './measure/study-gauge'
import { repairPlanCalculation } from './plan/plan-schools'
import { planPullCalculation } from './pull/plan-pull'
import { planBarringCalculation } from './crank/plan-barring'
import { engageThreadCalculation } from './fasten/engage-thread'
import { judgeTighteningCalculation } from './fasten/judge-tightening'
import { tightenCalculation } from './fasten/tighten'
import { tightenOrderCalculation } from './fasten/tighten-order'
import { findLeakCalculation } from './leak/find-leak'
import { holdPressureCalculation } from './leak/hold-pressure'
import { findOutliersCalculation } from './measure/find-outliers'
import { expandSleeveCalculation } from './sleeve/expand-sleeve'
import { setTipCalculation } from './sleeve/set-tip'
import { planShopCalculation } from './time/plan-shop'

/** The register: every calculation by its name. */
export const calculations: readonly Calculation[] = [
  fitPlaneCalculation,
  judgeProtrusionCalculation,
  planCutCalculation,
  judgeLedgeCalculation,
  matchLinersCalculation,
  repairPlanCalculation,
  nextMoveCalculation,
  studyGaugeCalculation,
  compareSetsCalculation,
  stackUpCalculation,
  planPullCalculation,
  chooseRenewalsCalculation,
  planShopCalculation,
  findLeakCalculation,
  findOutliersCalculation,
  holdPressureCalculation,
  planBarringCalculation,
  expandSleeveCalculation,
  setTipCalculation,
  tightenCalculation,
  tightenOrderCalculation,
  judgeTighteningCalculation,
  engageThreadCalculation,
]

/**
 * Runs a calculation by name. Most answer at once; the exact search takes its time.
 *
 * @throws CalcError `unknown-calculation`, `bad-input`, or what the calculation itself says
 */
export async function calc(name: string, input: unknown): Promise<unknown> {
  const found = calculations.find((c) => c.name === name)
  if (!found) {
    const names = calculations.map((c) => c.name).join(', ')
    throw new CalcError('unknown-calculation', { figures: { name, known: names } })
  }
  return found.run(input)
}
