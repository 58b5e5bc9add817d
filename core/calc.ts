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
import { assignBushingsCalculation } from './bushing/assign-bushings'
import { bushingClearanceCalculation } from './bushing/bushing-clearance'
import { seenClockCalculation } from './bushing/seen-clock'
import { openAreaCalculation } from './bushing/open-area'
import { placeBushingCalculation } from './bushing/place-bushing'
import { driveInCalculation } from './bushing/drive-in'
import { spinTestCalculation } from './bushing/spin-shaft'
import { planPressFitCalculation } from './fit/plan-press-fit'
import { heatWindowCalculation } from './fit/heat-window'
import { pullerScrewsCalculation } from './front/puller-screws'
import { setCoverCalculation } from './front/set-cover'
import { placeSealCalculation } from './front/place-seal'
import { pressByScrewsCalculation } from './front/press-by-screws'
import { trueTdcCalculation } from './front/true-tdc'
import { judgeBoreCalculation } from './barrel/judge-bore'
import { fitAtTemperatureCalculation } from './fit/fit-at-temperature'
import { boreAndHoneCalculation } from './barrel/bore-and-hone'
import { runClearanceCalculation } from './barrel/run-clearance'
import { placePinCalculation } from './barrel/place-pin'
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
  assignBushingsCalculation,
  bushingClearanceCalculation,
  seenClockCalculation,
  openAreaCalculation,
  placeBushingCalculation,
  driveInCalculation,
  spinTestCalculation,
  planPressFitCalculation,
  heatWindowCalculation,
  pullerScrewsCalculation,
  setCoverCalculation,
  placeSealCalculation,
  pressByScrewsCalculation,
  trueTdcCalculation,
  judgeBoreCalculation,
  fitAtTemperatureCalculation,
  boreAndHoneCalculation,
  runClearanceCalculation,
  placePinCalculation,
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
