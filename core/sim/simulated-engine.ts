import { planeHeightMm, type Plane } from '../measure/fit-plane'
import { turnDeg } from '../measure/angle'

/** What nobody on the floor can see: the true shape of one bore of a simulated engine. Lengths mm. */
export interface BoreTruth {
  cylinder: number
  /** Protrusion of the old liner as it stood. */
  asFound: Plane
  /** Protrusion the new liner would have on the ledge before any cut, without a shim. */
  trial: Plane
  /** What the cutter really takes beyond its stop pack. */
  cutterBiasMm: number
}

/**
 * The plane of protrusion after cuts: a cut counts from the ledge's highest spot, so a
 * shallow one lowers the high side only and the lean goes with it.
 */
export function afterCuts(trial: Plane, packsMm: readonly number[], cutterBiasMm: number): Plane {
  return packsMm.reduce((plane, packMm) => {
    const highMm = plane.centreMm + plane.tiltMm / 2 - (packMm + cutterBiasMm)
    const lowMm = Math.min(plane.centreMm - plane.tiltMm / 2, highMm)
    const tiltMm = highMm - lowMm
    return { centreMm: (highMm + lowMm) / 2, tiltMm, highAtDeg: tiltMm > 0 ? plane.highAtDeg : null }
  }, trial)
}

/** True protrusion at a station, mm. */
export function trueProtrusionMm(
  truth: BoreTruth,
  state: { asFound: boolean; packsMm: readonly number[]; shimMm: number },
  angleDeg: number,
): number {
  if (state.asFound) return planeHeightMm(truth.asFound, angleDeg)
  const plane = afterCuts(truth.trial, state.packsMm, truth.cutterBiasMm)
  // A turned flange is never quite flat: a small, repeatable wave that no plane takes up.
  const waveMm = 0.0012 * Math.sin((3 * turnDeg(angleDeg) * Math.PI) / 180 + truth.cylinder)
  return planeHeightMm(plane, angleDeg) + state.shimMm + waveMm
}
