import { nmPerUnit, type TorqueUnit } from '../units/torque-units'
import { lotOf } from './simulated-engine'

/** How a simulated torque wrench may go wrong. */
export const wrenchFaults = ['good', 'early', 'slip'] as const
export type WrenchFault = (typeof wrenchFaults)[number]

/** A wrench that clicks early does so at this share of what it is set to. */
const EARLY = 0.82
/** A bolt that slips (a washer that turns, oil under it) turns so much further. */
const SLIP = 2.4
const USUAL_TURN_DEG = 38
const SCATTER = 0.012

/**
 * One pull of the simulated torque wrench, as the line it sends: value, unit, angle.
 *
 * @param set the figure it is set to, in its own unit: a hand that reads N·m off the book and a wrench
 *   left on another unit make two different torques
 * @param name what the pull is about: the same name gives the same scatter
 */
export function wrenchLine(set: number, unit: TorqueUnit, fault: WrenchFault, name: string): string {
  const scatter = 1 + (2 * lotOf(`torque ${name}`) - 1) * SCATTER
  const value = set * (fault === 'early' ? EARLY : 1) * scatter
  const turn = USUAL_TURN_DEG * (fault === 'slip' ? SLIP : 1) * (1 + (2 * lotOf(`turn ${name}`) - 1) * 0.06)
  return `${value.toFixed(1)};${unit};${turn.toFixed(1)}\n`
}

/** A torque in N·m as a wrench set to a unit would have to be set, to a tenth. */
export const settingIn = (torqueNm: number, unit: TorqueUnit): number =>
  Math.round((torqueNm / nmPerUnit[unit]) * 10) / 10
