import type { FrontTruth } from '#core/sim/front-truth'
import type { Joint } from '#core/works/fasteners/data'
import type { FrontSection } from '#core/works/front/section'

/** The front of the made-up Brennick 4M-105: a cover without dowels, its seal, a rubber damper on a smooth nose. */
const screw = { proofMPa: 640, shearMPa: 480 }

export const front: FrontSection = {
  ends: [
    {
      end: 'front',
      shaftMm: 60,
      seal: { kind: 'rubber-coated', outerMm: 78, innerMm: 60, widthMm: 8, lip: 'oiled', outside: null },
      depth: { minMm: 0, nominalMm: 1.5, maxMm: 3.5 },
      lipFromFaceMm: 5,
      trackClearanceMm: 0.6,
      maxTrackMm: 0.03,
      feltMm: 0.03,
      catchesMm: 0.08,
      maxLeanMm: 0.25,
      restMin: null,
      press: { pitchMm: 1.5, stepTurns: 0.5, circleMm: 96 },
      cover: {
        dowelled: false,
        runoutMaxMm: 0.15,
        stepMaxMm: 0.05,
        holeClearanceMm: 0.9,
        railLeftMm: -90,
        railRightMm: 90,
        sealant: 'corner sealant',
        skinMin: 20,
        joint: 'front-cover',
      },
    },
  ],
  damper: {
    kind: 'rubber',
    noseMm: 60,
    hubOuterMm: 100,
    rimMm: 230,
    gripLengthMm: 50,
    interference: { minMm: 0.03, maxMm: 0.06 },
    friction: 0.12,
    hubModulusMPa: 200_000,
    hubPoisson: 0.3,
    hubYieldMPa: 420,
    hubExpansionPerC: 1.1e-5,
    noseModulusMPa: 205_000,
    nosePoisson: 0.3,
    noseYieldMPa: 600,
    maxHeatC: 125,
    slipClearanceMm: 0.02,
    massKg: 14,
    heatCapacityJPerKgC: 480,
    filmWPerM2C: 12,
    areaM2: 0.25,
    rimRunoutMaxMm: 0.5,
    indexMaxDeg: 2,
    pullSizes: [
      { name: 'M8', majorMm: 8, pitchMm: 1.25, ...screw },
      { name: 'M10', majorMm: 10, pitchMm: 1.5, ...screw },
      { name: 'M12', majorMm: 12, pitchMm: 1.75, ...screw },
    ],
    pullCount: 3,
    pullEngagementMm: 18,
    holeShearMPa: 250,
    useFraction: 0.6,
    noseThread: { majorMm: 20, pitchMm: 1.5, depthMm: 42, leadInMm: 6, shearMPa: 350 },
    rodThreadMm: 30,
    rodShearMPa: 500,
    travelMm: 48,
    joint: 'damper',
  },
}

const coverBolt = { majorMm: 8, pitchMm: 1.25, faceMeanMm: 12, proofMPa: 640 }
export const frontJoints: Joint[] = [
  {
    code: 'front-cover',
    name: 'Front cover',
    torqueNm: 24,
    tolNm: 2,
    stages: [1],
    condition: 'dry',
    frictionAssumed: 0.18,
    screw: coverBolt,
    angleDeg: null,
    gripMm: null,
    bolts: [
      { id: '1', xMm: -80, yMm: 70 },
      { id: '2', xMm: 80, yMm: 70 },
      { id: '3', xMm: -95, yMm: -20 },
      { id: '4', xMm: 95, yMm: -20 },
      { id: '5', xMm: -60, yMm: -85 },
      { id: '6', xMm: 60, yMm: -85 },
    ],
    order: [],
    freeLengthMaxMm: null,
    washer: null,
  },
  {
    code: 'damper',
    name: 'Damper bolt',
    torqueNm: 320,
    tolNm: 15,
    stages: [1],
    condition: 'oiled',
    frictionAssumed: 0.13,
    screw: { majorMm: 20, pitchMm: 1.5, faceMeanMm: 27, proofMPa: 830 },
    angleDeg: null,
    gripMm: null,
    bolts: [{ id: '1', xMm: 0, yMm: 0 }],
    order: [],
    freeLengthMaxMm: null,
    washer: null,
  },
]

/**
 * The crusher's front: the cover 0.11 off its centre and 0.08 proud at the left, two look-alike seals in the
 * drawer, a track 0.09 deep where the old lip ran, the old damper loose and cracked, a new one 0.045 tight.
 */
export const crusherFront: FrontTruth = {
  damper: { indexDeg: 6, runoutMm: 0.7, rubber: 'cracked' },
  tracks: { front: { fromMm: 5.6, toMm: 6.4, trackMm: 0.09 } },
  covers: { front: { xMm: 0.09, yMm: 0.063, leftStepMm: 0.08, rightStepMm: 0 } },
  drawer: { front: { outerMm: 80, innerMm: 60 } },
  hubsMm: [60.012, 59.957],
  noseMm: 60.002,
  pointerDeg: 355,
}
