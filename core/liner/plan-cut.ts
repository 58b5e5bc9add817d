import { z } from 'zod'
import { defineCalculation } from '../define'
import { fitPlane, type Plane } from '../measure/fit-plane'
import { refuseCrossedLimits } from '../measure/judge-protrusion'
import { lengthFromZeroMm, lengthMm, readingList, SLACK_MM, thicknessMm, type Reading } from '../schema'
import { refuseManyPacks, thickestPack, type Pack } from './pack'

export type CutAction = 'none' | 'shim' | 'cut' | 'cut-and-shim' | 'blocked'
export type CutReason = 'past-max-depth' | 'no-shim-thick-enough' | 'no-leaf-thin-enough'

export interface CutPass extends Pack {
  kind: 'rough' | 'finish'
  /** Protrusion after this pass with the same trial stack, mm. */
  expectTrialMm: number
}

export interface CutPlan {
  fit: Plane
  highMm: number
  cleanCutMm: number
  action: CutAction
  shimMm: number
  totalCutMm: number
  passes: CutPass[]
  /** End height with the shim, mm. */
  expectMm: number
  leftoverMm: number
  reasons: CutReason[]
}

/** The window and the aim that count wherever a shim lies under the flange; without one the plain ones do. */
export const shimmedWindow = z
  .strictObject({ minMm: lengthMm, maxMm: lengthMm, targetMm: lengthMm })
  .superRefine(refuseCrossedLimits)

export const planCutInput = z
  .strictObject({
    readings: readingList,
    targetMm: lengthMm,
    spec: z
      .strictObject({ minMm: lengthMm, maxMm: lengthMm, withinLinerMaxMm: lengthFromZeroMm })
      .superRefine(refuseCrossedLimits),
    frettingMm: lengthFromZeroMm,
    cleanupMm: lengthFromZeroMm,
    shimStockMm: z.array(thicknessMm).max(1000, 'has too many shims'),
    leavesMm: z.array(thicknessMm).min(1, 'needs at least one leaf').max(60, 'has too many leaves'),
    maxLeavesPerPack: z
      .number('must be a count')
      .int('must be a whole number')
      .min(1, 'must allow one leaf')
      .max(6, 'allows too many leaves'),
    finishMm: lengthFromZeroMm,
    maxPassMm: thicknessMm,
    cutterBiasMm: lengthMm,
    depthMm: lengthFromZeroMm.nullish(),
    maxDepthMm: lengthFromZeroMm.nullish(),
    shimmed: shimmedWindow.nullish(),
  })
  .superRefine((input, context) => refuseManyPacks(input, context, ['leavesMm']))
export type PlanCutInput = z.infer<typeof planCutInput>

/** What passes are planned with: the leaves, how deep one pass may go, and what the cutter takes beyond its pack. */
export type PassTooling = Pick<
  PlanCutInput,
  'finishMm' | 'maxPassMm' | 'cutterBiasMm' | 'leavesMm' | 'maxLeavesPerPack'
>

/**
 * Cuts the height down in passes, the last one by hand; what the leaves cannot reach is left standing.
 *
 * @param highMm protrusion at the high side before the first pass, mm
 * @param totalMm how much is to come off, counted from the ledge's highest spot, mm
 */
export function passesFor(
  input: PassTooling,
  highMm: number,
  totalMm: number,
): { passes: CutPass[]; restMm: number; reasons: CutReason[] } {
  const { finishMm, maxPassMm, cutterBiasMm: bias, leavesMm, maxLeavesPerPack } = input
  const passes: CutPass[] = []
  let restMm = totalMm
  const cut = (kind: CutPass['kind'], wantMm: number): boolean => {
    const pack = thickestPack(wantMm - bias, leavesMm, maxLeavesPerPack)
    // A bias that eats the whole pack would cut nothing, for ever.
    if (!pack || pack.packMm + bias <= SLACK_MM) return false
    restMm -= pack.packMm + bias
    passes.push({ kind, ...pack, expectTrialMm: highMm - (totalMm - restMm) })
    return true
  }
  while (restMm - finishMm > SLACK_MM && cut('rough', Math.min(maxPassMm, restMm - finishMm)));
  const reasons: CutReason[] = cut('finish', Math.min(maxPassMm, restMm)) ? [] : ['no-leaf-thin-enough']
  return { passes, restMm, reasons }
}

/**
 * One bore: leave it, shim it, or cut it (and shim it), and how deep each pass goes.
 * The stop is set while the cutter's head rests on the ledge, so a cut counts
 * from the ledge's highest spot; a ledge is never left half cut.
 *
 * Lengths mm. `depthMm` is the ledge's depth at its highest spot.
 *
 * @throws CalcError `too-few-stations` where the readings carry no plane
 */
export function planCut(input: PlanCutInput): CutPlan {
  const { readings, targetMm, spec, frettingMm, shimStockMm } = input
  const { centreMm, tiltMm, highAtDeg } = fitPlane(readings, 1)
  const highMm = centreMm + tiltMm / 2
  const cleanCutMm = tiltMm + frettingMm + input.cleanupMm
  const stock = [...new Set(shimStockMm)].sort((a, b) => a - b)
  // With a shim its own window and aim count, where the maker gives one.
  const windowOf = (shimMm: number) => (shimMm > 0 ? (input.shimmed ?? spec) : spec)
  const targetOf = (shimMm: number) => (shimMm > 0 ? (input.shimmed?.targetMm ?? targetMm) : targetMm)
  const inside = (addMm: number) => readings.every((r: Reading) => isInside(r.valueMm + addMm, windowOf(addMm)))
  const uncut = (action: CutAction, shimMm: number, reasons: CutReason[]): CutPlan => ({
    fit: { centreMm, tiltMm, highAtDeg },
    highMm,
    cleanCutMm,
    action,
    shimMm,
    totalCutMm: 0,
    passes: [],
    expectMm: centreMm + shimMm,
    leftoverMm: centreMm + shimMm - targetOf(shimMm),
    reasons,
  })

  const mustTrue = frettingMm > 0 || tiltMm > spec.withinLinerMaxMm + SLACK_MM
  if (!mustTrue) {
    if (inside(0)) return uncut('none', 0, [])
    const shim = nearest(stock.filter(inside), (input.shimmed?.targetMm ?? targetMm) - centreMm)
    if (shim !== undefined) return uncut('shim', shim, [])
  }

  for (const shimMm of [0, ...stock]) {
    const totalCutMm = highMm + shimMm - targetOf(shimMm)
    if (totalCutMm < cleanCutMm - SLACK_MM || totalCutMm <= SLACK_MM) continue
    if (input.depthMm != null && input.maxDepthMm != null && input.depthMm + totalCutMm > input.maxDepthMm + SLACK_MM) {
      return uncut('blocked', 0, ['past-max-depth'])
    }
    const { passes, restMm, reasons } = passesFor(input, highMm, totalCutMm)
    return {
      ...uncut(shimMm > 0 ? 'cut-and-shim' : 'cut', shimMm, reasons),
      totalCutMm,
      passes,
      expectMm: targetOf(shimMm) + restMm,
      leftoverMm: restMm,
    }
  }
  return uncut('blocked', 0, ['no-shim-thick-enough'])
}

function isInside(valueMm: number, spec: { minMm: number; maxMm: number }): boolean {
  return valueMm >= spec.minMm - SLACK_MM && valueMm <= spec.maxMm + SLACK_MM
}

/** The value nearest to what is wanted; the smaller of two equally near. Values in rising order. */
function nearest(valuesMm: readonly number[], wantMm: number): number | undefined {
  let best: number | undefined
  for (const value of valuesMm) {
    if (best === undefined || Math.abs(value - wantMm) < Math.abs(best - wantMm) - SLACK_MM) best = value
  }
  return best
}

export const planCutCalculation = defineCalculation(
  'plan-cut',
  'One bore: nothing, a shim, a cut or both, with the stop pack of every pass.',
  planCutInput,
  planCut,
)
