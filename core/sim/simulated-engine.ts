import { planeHeightMm, type Plane } from '../measure/fit-plane'
import { turnDeg } from '../measure/angle'
import { seededRandom } from './random'

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

export interface BoreStack {
  asFound: boolean
  /** Packs of the passes so far; what a pass really took of it may scatter. */
  packsMm: readonly number[]
  shimMm: number
  /** The liner of the stock that stands in the bore, as it is turned; left out for one that is just as the book says. */
  liner?: { truth: PartTruth; nominalMm: number; rotationDeg: number } | undefined
}

/** True protrusion at a station, mm. */
export function trueProtrusionMm(truth: BoreTruth, state: BoreStack, angleDeg: number): number {
  if (state.asFound) return planeHeightMm(truth.asFound, angleDeg)
  const plane = afterCuts(truth.trial, state.packsMm, truth.cutterBiasMm)
  // A turned flange is never quite flat: a small, repeatable wave that no plane takes up.
  const waveMm = 0.0012 * Math.sin((3 * turnDeg(angleDeg) * Math.PI) / 180 + truth.cylinder)
  const { liner } = state
  const flangeMm = liner ? truePartMm(liner.truth, angleDeg - liner.rotationDeg) - liner.nominalMm : 0
  return planeHeightMm(plane, angleDeg) + flangeMm + state.shimMm + waveMm
}

/** True depth of the ledge below the deck at a station, mm. @param bookMm depth plus protrusion as the sheet has them */
export function trueLedgeMm(truth: BoreTruth, packsMm: readonly number[], bookMm: number, angleDeg: number): number {
  return bookMm - planeHeightMm(afterCuts(truth.trial, packsMm, truth.cutterBiasMm), angleDeg)
}

/** The true shape of a part that is not drawn perfectly: thickness, wedge and where it is thick. */
export interface PartTruth {
  meanMm: number
  wedgeMm: number
  thickAtDeg: number
}

/** A number in [0, 1) that a name always gives. */
export function lotOf(name: string): number {
  let hash = 2166136261
  for (let i = 0; i < name.length; i++) hash = Math.imul(hash ^ name.charCodeAt(i), 16777619)
  return seededRandom(hash)()
}

/** What a part really measures: near its nominal, by the lot its name draws. */
export function partTruth(partId: string, nominalMm: number, spreadMm: number, wedgeMm: number): PartTruth {
  return {
    meanMm: nominalMm + (2 * lotOf(`${partId} mean`) - 1) * spreadMm,
    wedgeMm: lotOf(`${partId} wedge`) * wedgeMm,
    thickAtDeg: 360 * lotOf(`${partId} thick`),
  }
}

/** How far the flange of a liner and a shim stray from their nominal in the simulated stock, mm. */
export const simulatedSpread = {
  liner: { spreadMm: 0.014, wedgeMm: 0.009 },
  shim: { spreadMm: 0.002, wedgeMm: 0.0015 },
} as const

/** True thickness of a part at a station counted from its own mark, mm. */
export function truePartMm(truth: PartTruth, angleDeg: number): number {
  return planeHeightMm({ centreMm: truth.meanMm, tiltMm: truth.wedgeMm, highAtDeg: truth.thickAtDeg }, angleDeg)
}

/** What the simulated cutter takes of a pack: its own scatter, drawn by the name of the pass. */
export function takenPackMm(cutId: string, packMm: number): number {
  return packMm + 0.0016 * (lotOf(cutId) - 0.5)
}

/** True height of a master of a repeat study as this person sets the gauge on it, mm. */
export function trueStudyMm(part: string, operator: string): number {
  return 0.075 + 0.06 * lotOf(`master ${part}`) + 0.0012 * (lotOf(`hand ${operator}`) - 0.5)
}
