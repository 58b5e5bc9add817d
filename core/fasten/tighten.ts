import { z } from 'zod'
import { defineCalculation } from '../define'
import { friction, lengthMm, stressMPa, SLACK, thicknessMm, torqueNm } from '../schema'
import { coreLeft, hasCore, stressAreaMm2, threadArmMm, threadDiameters, threadShape, type Thread } from './thread'

export const tightenInput = z.strictObject({
  screw: z.strictObject({ ...threadShape, faceMeanMm: thicknessMm, proofMPa: stressMPa }).refine(coreLeft, hasCore),
  torqueNm,
  frictionAssumed: friction,
  frictionNow: friction,
  adapter: z
    .strictObject({
      wrenchMm: thicknessMm,
      lengthMm,
      angleDeg: z.number('must be an angle in degrees').min(-360).max(360),
    })
    .refine((a) => a.wrenchMm + a.lengthMm * Math.cos((a.angleDeg * Math.PI) / 180) > 0, {
      message: 'takes the whole arm away',
      path: ['lengthMm'],
    })
    .nullish(),
  angle: z
    .strictObject({
      deg: z.number('must be an angle in degrees').min(0, 'cannot be below zero').max(3600, 'is no tightening angle'),
      gripMm: thicknessMm,
      modulusMPa: stressMPa,
      clampRatio: z.number('must be a ratio').gt(0, 'must be more than zero').max(1e6, 'is no ratio'),
    })
    .nullish(),
  washer: z
    .strictObject({ outerMm: thicknessMm, innerMm: thicknessMm, allowMPa: stressMPa })
    .refine((w) => w.innerMm < w.outerMm, { message: 'must be smaller than the outside', path: ['innerMm'] })
    .nullish(),
})
export type TightenInput = z.infer<typeof tightenInput>

export interface Tightened {
  preloadN: number
  proofShare: number
  wrenchSettingNm: number
  preloadNowN: number
  proofShareNow: number
  clampChange: number
  equivalentShareNow: number
  addedByAngleN?: number
  endPreloadN?: number | null
  endProofShare?: number | null
  beyondElastic?: boolean
  washerMPa?: number
  washerShare?: number
  torqueAtWasherLimitNm?: number
}

/** Torque for each newton of preload, N·m: slope and friction of the thread, and friction under the head. Source: VDI 2230. */
export const torquePerNewton = (screw: Thread & { faceMeanMm: number }, mu: number): number =>
  (threadArmMm(screw, mu) + (mu * screw.faceMeanMm) / 2) / 1000

/** Tension with torsion in the thread, as a share of what it bears. Source: VDI 2230. */
function equivalentShare(screw: TightenInput['screw'], forceN: number, mu: number): number {
  const tension = forceN / stressAreaMm2(screw)
  const torsion = (16 * forceN * threadArmMm(screw, mu)) / (Math.PI * threadDiameters(screw).stressMm ** 3)
  return Math.sqrt(tension ** 2 + 3 * torsion ** 2) / screw.proofMPa
}

/**
 * What a torque comes to: the clamp that the book reckons with, the clamp that is there with what is on
 * the thread now, what the wrench must read with an adapter, what a further angle adds, and what a
 * washer bears of it.
 *
 * @param input screw mm and MPa, torque N·m at the screw, friction as the book assumes it and as it is;
 *   adapter (length along its own line, its angle from the wrench's), angle with grip and stiffness,
 *   washer ring mm
 * @returns forces N, shares of what the screw bears at proof, settings N·m; the end figures are null
 *   where the angle goes beyond the elastic: figures end there
 * Sources: ISO 898-1, VDI 2230.
 */
export function tighten(input: TightenInput): Tightened {
  const { screw, torqueNm: wanted, frictionAssumed, frictionNow, adapter, angle, washer } = input
  const area = stressAreaMm2(screw)
  const bearsN = area * screw.proofMPa
  const preloadN = wanted / torquePerNewton(screw, frictionAssumed)
  const preloadNowN = wanted / torquePerNewton(screw, frictionNow)
  const arm = adapter ? adapter.lengthMm * Math.cos((adapter.angleDeg * Math.PI) / 180) : 0
  const found: Tightened = {
    preloadN,
    proofShare: preloadN / bearsN,
    wrenchSettingNm: adapter ? (wanted * adapter.wrenchMm) / (adapter.wrenchMm + arm) : wanted,
    preloadNowN,
    proofShareNow: preloadNowN / bearsN,
    clampChange: preloadNowN / preloadN - 1,
    equivalentShareNow: equivalentShare(screw, preloadNowN, frictionNow),
  }
  if (angle) {
    const boltStiffness = (angle.modulusMPa * area) / angle.gripMm
    const addedByAngleN =
      ((angle.deg / 360) * screw.pitchMm * boltStiffness * angle.clampRatio) / (1 + angle.clampRatio)
    const endN = preloadN + addedByAngleN
    const beyondElastic = endN / bearsN > 1 + SLACK
    Object.assign(found, {
      addedByAngleN,
      endPreloadN: beyondElastic ? null : endN,
      endProofShare: beyondElastic ? null : endN / bearsN,
      beyondElastic,
    })
  }
  if (washer) {
    const ringMm2 = (Math.PI / 4) * (washer.outerMm ** 2 - washer.innerMm ** 2)
    const washerMPa = (found.endPreloadN ?? preloadN) / ringMm2
    Object.assign(found, {
      washerMPa,
      washerShare: washerMPa / washer.allowMPa,
      torqueAtWasherLimitNm: washer.allowMPa * ringMm2 * torquePerNewton(screw, frictionNow),
    })
  }
  return found
}

export const tightenCalculation = defineCalculation(
  'tighten',
  'What a torque, an adapter and an angle come to at a screw and its washer.',
  tightenInput,
  tighten,
)
