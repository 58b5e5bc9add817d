import type { BarrelTruth } from '#core/sim/barrels/truth'
import type { BarrelSection } from '#core/works/barrels/section'
import type { Joint } from '#core/works/fasteners/data'

/** The made-up Sarn C2-90: a compressor of two aluminium barrels, bore 90, iron sleeves where they are beyond their last oversize. */
export const barrels: BarrelSection = {
  names: ['Barrel 1', 'Barrel 2'],
  barrel: {
    boreMm: 90,
    wornMaxMm: 90.1,
    taperMaxMm: 0.03,
    outOfRoundMaxMm: 0.03,
    oversizesMm: [0.25, 0.5, 1],
    cleanUpMm: 0.05,
    outerMm: 118,
    lengthMm: 130,
    modulusMPa: 72_000,
    poisson: 0.33,
    yieldMPa: 220,
    expansionPerC: 2.3e-5,
    runsC: 110,
  },
  piston: {
    pistonMm: 89.88,
    expansionPerC: 2.05e-5,
    runsC: 120,
    hotMinMm: 0.03,
    clearanceMm: 0.11,
    hotClearanceMm: 0.14,
  },
  sleeve: {
    outerMm: 96.08,
    innerMm: 89.6,
    flangeMm: 4,
    flangeOuterMm: 104,
    modulusMPa: 110_000,
    poisson: 0.26,
    yieldMPa: 250,
    expansionPerC: 1.1e-5,
    interference: { minMm: 0.07, maxMm: 0.09 },
    friction: 0.15,
    smoothingMm: 0.01,
    proud: { minMm: 0, maxMm: 0.05 },
    chillC: null,
  },
  oven: {
    maxHeatC: 180,
    slipClearanceMm: 0.05,
    massKg: 2.2,
    heatCapacityJPerKgC: 900,
    filmWPerM2C: 15,
    areaM2: 0.2,
  },
  pin: { pinMm: 3, depthMm: 5, leastWallMm: 2 },
  finish: {
    maxCutMm: 0.9,
    finishCutMm: 0.1,
    torquePlate: false,
    boringMarksMm: 0.012,
    marksFactor: 2,
    smallStockMm: 0.03,
    generousStockMm: 0.08,
    stoneMm: 0.03,
    finishTolMm: 0.008,
    strokesPerMinute: 60,
    strokeLengthMm: 100,
    rpm: 100,
    crosshatchDeg: 45,
  },
  costs: {
    oversize: { money: 180, lastsH: 6000 },
    sleeve: { money: 420, lastsH: 12_000 },
    barrel: { money: 1150, lastsH: 16_000 },
  },
  joint: 'barrel-studs',
}

export const barrelStuds: Joint[] = [
  {
    code: 'barrel-studs',
    name: 'Barrel studs',
    torqueNm: 38,
    tolNm: 3,
    stages: [1],
    condition: 'locker',
    frictionAssumed: 0.14,
    screw: { majorMm: 10, pitchMm: 1.5, faceMeanMm: 14, proofMPa: 640 },
    angleDeg: null,
    gripMm: null,
    bolts: [
      { id: '1', xMm: -50, yMm: 50 },
      { id: '2', xMm: 50, yMm: -50 },
      { id: '3', xMm: 50, yMm: 50 },
      { id: '4', xMm: -50, yMm: -50 },
    ],
    order: [],
    freeLengthMaxMm: null,
    washer: null,
  },
]

/**
 * The yard's compressor: barrel 1 scored past its last oversize, the boring marks of the last shop under the
 * crosshatch of barrel 2; a bar that springs, a gauge that reads two thousandths too much, a sleeve that
 * sticks once and whose flange first stands proud.
 */
export const compressorTruth: BarrelTruth = {
  walls: {
    'barrel-1': {
      wall: 'scored',
      levels: [
        { depthMm: 15, thrustMm: 91.3, alongMm: 91.12 },
        { depthMm: 65, thrustMm: 91.22, alongMm: 91.05 },
        { depthMm: 115, thrustMm: 91.08, alongMm: 91.02 },
      ],
    },
    'barrel-2': {
      wall: 'old-marks',
      levels: [
        { depthMm: 15, thrustMm: 90.05, alongMm: 90.03 },
        { depthMm: 65, thrustMm: 90.045, alongMm: 90.03 },
        { depthMm: 115, thrustMm: 90.035, alongMm: 90.028 },
      ],
    },
  },
  partC: 24,
  gaugeBiasMm: 0.002,
  springShare: 0.02,
  sleeve: { outerMm: 96.082, innerMm: 89.6, flangeMm: 4 },
  sticks: 1,
  flangeProudMm: [0.08, 0.07, 0.06, 0.07],
}
