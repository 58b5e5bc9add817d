import type { FaceTruth } from '#core/sim/faces/truth'
import type { Joint } from '#core/works/fasteners/data'
import type { FaceSection } from '#core/works/faces/section'

/** The made-up Lune G40: a gearbox without cylinders, two pads with face seals. */
const pad = {
  faceMm: 62,
  nuts: 4,
  pitchMm: 1.25,
  circleMm: 104,
  travelMm: 5,
  stepTurns: 1,
  maxSkewMm: 1.3,
  soakMin: 15,
  airKPa: 30,
  airDropKPa: 1,
  airMin: 5,
}
export const faces: FaceSection = {
  pads: [
    { ...pad, name: 'Input pad', joint: 'input-nuts' },
    { ...pad, name: 'Output pad', joint: 'output-nuts' },
  ],
}

const nuts = (code: string, name: string): Joint => ({
  code,
  name,
  torqueNm: 22,
  tolNm: 2,
  stages: [1],
  condition: 'oiled',
  frictionAssumed: 0.13,
  screw: { majorMm: 8, pitchMm: 1.25, faceMeanMm: 12, proofMPa: 640 },
  angleDeg: null,
  gripMm: null,
  bolts: [
    { id: '1', xMm: 0, yMm: 52 },
    { id: '2', xMm: 52, yMm: 0 },
    { id: '3', xMm: 0, yMm: -52 },
    { id: '4', xMm: -52, yMm: 0 },
  ],
  order: [],
  freeLengthMaxMm: null,
  washer: null,
})
export const padNuts: Joint[] = [nuts('input-nuts', 'Input pad nuts'), nuts('output-nuts', 'Output pad nuts')]

export const gearboxTruth: FaceTruth = { lostKPa: {} }
