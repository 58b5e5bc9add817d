import { crownDepthMm, planBarring, type BarringPlan } from '../../crank/plan-barring'
import { CalcError, type CalcErrorCode } from '../../errors'
import { onceASnapshot } from '../../job/once'
import type { Snapshot } from '../../job/snapshot'
import { crankNowDeg, sectionOf } from './read-sleeves'

/** How the pistons of some cylinders are brought out of the tool's way, or why that cannot be; null where the sheet tells too little. */
export type Barring = { plan: BarringPlan } | { problem: CalcErrorCode } | null

/** Plans the barring for the cylinders still to be done. */
export const readBarring = (snapshot: Snapshot, cylinders: readonly number[]): Barring =>
  planned(snapshot, cylinders.join())
const planned = onceASnapshot((snapshot: Snapshot, which: string): Barring => {
  const cylinders = which === '' ? [] : which.split(',').map(Number)
  const { crank } = snapshot.sheet.sections
  const section = sectionOf(snapshot)
  const { firing } = snapshot.engine
  if (!crank || !section || cylinders.length === 0 || cylinders.some((c) => !firing.includes(c))) return null
  const { ringTeeth: _, tdc, ...rest } = crank
  try {
    const plan = planBarring({
      ...rest,
      firingOrder: firing,
      tdc,
      toolReachMm: section.toolReachMm,
      clearanceMm: section.clearanceMm,
      cylinders,
      crankNowDeg: crankNowDeg(snapshot),
      marginDeg: BARRING_MARGIN_DEG,
    })
    return { plan }
  } catch (error) {
    if (error instanceof CalcError) return { problem: error.code }
    throw error
  }
})

/** People bar by hand to a few degrees. */
export const BARRING_MARGIN_DEG = 5

/** The turn from now to the first stop, degrees: the middle of its range, or none where the crank stands in it. */
export function nextTurnDeg({ plan }: BarringPlan): number {
  const { fromDeg, toDeg } = plan[0]!
  return fromDeg <= 0 ? 0 : (fromDeg + toDeg) / 2
}

/** How many teeth of the ring gear a turn is, to the nearest; null where nobody counted them. */
export const teethOf = (deg: number, ringTeeth: number | null): number | null =>
  ringTeeth === null ? null : Math.round((deg / 360) * ringTeeth)

/** The crown's depth of a cylinder below the block's face as the crank stands, mm; null where the sheet tells too little. */
export function crownNowMm(snapshot: Snapshot, cylinder: number): number | null {
  const { crank } = snapshot.sheet.sections
  const { firing } = snapshot.engine
  if (!crank || !firing.includes(cylinder)) return null
  const top =
    crank.tdc.find((t) => t.cylinder === cylinder)?.deg ?? (firing.indexOf(cylinder) * crank.cycleDeg) / firing.length
  return crownDepthMm(crank, crankNowDeg(snapshot) - top)
}
