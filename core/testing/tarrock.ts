import type { LinerShape, SealGroove } from '../works/liners/fitting'
import type { Snapshot } from '../job/snapshot'
import { wholeLinerWork } from '../job/stages'
import type { Puller } from '../works/liners/strip'
import { sixCylinders } from './make-snapshot'

export const shape: LinerShape = {
  flangeOuterMm: 162,
  lowerOuterMm: 154,
  lowerBoreMm: 154.4,
  lengthMm: 262,
  sealLandMm: 38,
  travelTopMm: 12,
  travelBottomMm: 168,
  lipAllowMPa: 120,
  massKg: 24,
  clockDeg: null,
  clockTolDeg: 5,
}
export const seals: SealGroove[] = [
  { place: 'band', material: 'rubber', colour: 'blue', lubricant: 'oil', swellMinutes: 10 },
  { place: 'upper', material: 'EPDM', colour: 'black', lubricant: 'soap', swellMinutes: null },
  { place: 'lower', material: 'FKM', colour: 'brown', lubricant: 'oil', swellMinutes: null },
]
export const bridge: Puller = {
  id: '00000000-0000-4000-8000-000000000801',
  name: 'Bridge',
  origin: 'made',
  screw: {
    majorMm: 24,
    pitchMm: 3,
    proofMPa: 600,
    threadFriction: 0.14,
    faceFriction: 0.14,
    faceOuterMm: 36,
    faceInnerMm: 25,
  },
  bar: { spanMm: 230, widthMm: 60, heightMm: 55, holeMm: 26, allowMPa: 210 },
  footMm: 26,
  discBaseMm: null,
  leverMm: 400,
  handForceN: 250,
  useFraction: 0.5,
  clearanceMm: 1,
}

/** The six-cylinder job with the whole route, a liner's measures, a seal set and a puller. */
export function wholeJob(change: Partial<Snapshot> = {}, liner: Partial<LinerShape> = {}): Snapshot {
  const plain = sixCylinders()
  const sheet = { ...plain.sheet, liner: { ...shape, ...liner }, seals }
  return {
    ...plain,
    sheet,
    sheets: [sheet],
    pullers: [bridge],
    job: { ...plain.job, work: [...wholeLinerWork] },
    ...change,
  }
}
