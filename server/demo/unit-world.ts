import type { CrankSection } from '#core/works/crank/data'
import type { FastenerSection, Joint } from '#core/works/fasteners/data'
import type { SleeveSection } from '#core/works/sleeves/section'
import type { UnitTruth } from '#core/sim/unit-truth'

/** What the sheets of the made-up engines say beside liners: cranks, injector sleeves, fasteners. */
const round = (radiusMm: number, count: number) =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((i + 0.5) / count) * 2 * Math.PI
    return {
      id: String(i + 1),
      xMm: Math.round(radiusMm * Math.sin(angle) * 10) / 10,
      yMm: Math.round(radiusMm * Math.cos(angle) * 10) / 10,
    }
  })

const clamp: Joint = {
  code: 'injector-clamp',
  name: 'Injector clamp',
  torqueNm: 43,
  tolNm: 3,
  stages: [1],
  condition: 'oiled',
  frictionAssumed: 0.13,
  screw: { majorMm: 10, pitchMm: 1.5, faceMeanMm: 14, proofMPa: 640 },
  angleDeg: null,
  gripMm: 48,
  bolts: [{ id: '1', xMm: 0, yMm: 24 }],
  order: [],
  freeLengthMaxMm: null,
  washer: null,
}
const headBolts: Joint = {
  code: 'head',
  name: 'Cylinder head',
  torqueNm: 185,
  tolNm: 8,
  stages: [0.3, 0.6, 1],
  condition: 'oiled',
  frictionAssumed: 0.13,
  screw: { majorMm: 16, pitchMm: 2, faceMeanMm: 21, proofMPa: 830 },
  angleDeg: null,
  gripMm: 140,
  bolts: round(92, 6),
  order: ['1', '4', '2', '5', '3', '6'],
  freeLengthMaxMm: 178.5,
  washer: { outerMm: 30, innerMm: 17, allowMPa: 620 },
}

export const cranks = {
  tarrock: {
    cycleDeg: 720,
    strokeMm: 165,
    rodMm: 280,
    crownBelowDeckMm: 0.3,
    gasketMm: 1.3,
    bowlMm: 18,
    tdc: [],
    ringTeeth: 142,
  },
  orrin: {
    cycleDeg: 720,
    strokeMm: 127,
    rodMm: 222,
    crownBelowDeckMm: -0.4,
    gasketMm: 1.4,
    bowlMm: 14,
    tdc: [],
    ringTeeth: 118,
  },
} satisfies Record<string, CrankSection>

export const sleeves = {
  tarrock: {
    kind: 'compound',
    seatAboveMm: 61.4,
    seatUncertaintyMm: 0.03,
    sleeveBoreMm: 24.6,
    wallMm: 2.2,
    headBoreMm: 29.0,
    headBoreTolMm: 0.025,
    share: { min: 0, max: 1 },
    springbackMm: 0,
    mandrelsMm: [],
    yokeNm: null,
    toolReachMm: 68,
    clearanceMm: 8,
    compound: { name: 'retaining compound', fixtureMin: 20, cureMin: 180 },
    topBelow: { minMm: 0, maxMm: 0.3 },
    injectorSeatToTipMm: 66.1,
    washerMm: 2.0,
    crushMm: 0.1,
    tip: { minMm: 2.5, maxMm: 3.1, aimMm: 2.8 },
    washersMm: [1.8, 2.0, 2.2],
    clampJoint: 'injector-clamp',
    test: { kPa: 100, minutes: 15, allowedDropKPa: 3 },
    returnFlow: { max: 45, least: 1.5 },
    tapped: { sleeveShearMPa: 130, holeDepthMm: 24, pullN: 9000 },
  },
  orrin: {
    kind: 'expanded',
    seatAboveMm: 56.1,
    seatUncertaintyMm: 0.03,
    sleeveBoreMm: 22.4,
    wallMm: 1.5,
    headBoreMm: 25.45,
    headBoreTolMm: 0.02,
    share: { min: 0.03, max: 0.1 },
    springbackMm: 0.01,
    mandrelsMm: [22.5, 22.65, 22.8],
    yokeNm: 25,
    toolReachMm: 75,
    clearanceMm: 8,
    compound: null,
    topBelow: { minMm: 0.05, maxMm: 0.2 },
    injectorSeatToTipMm: 59.6,
    washerMm: 1.5,
    crushMm: 0.08,
    tip: { minMm: 1.9, maxMm: 2.3, aimMm: 2.1 },
    washersMm: [1.3, 1.5, 1.7],
    clampJoint: 'injector-clamp',
    test: { kPa: 100, minutes: 10, allowedDropKPa: 3 },
    returnFlow: { max: 40, least: 1.5 },
    tapped: { sleeveShearMPa: 130, holeDepthMm: 24, pullN: 9000 },
  },
} satisfies Record<string, SleeveSection>

export const fasteners = {
  tarrock: { joints: [clamp, headBolts] },
  orrin: { joints: [clamp, headBolts] },
} satisfies Record<string, FastenerSection>

/** Pump set A: its second sleeve lets fuel into the coolant, and its fifth injector stands on two washers. */
export const pumpTruth: UnitTruth = {
  leaks: [
    { kind: 'sleeve-seal', cylinder: 2 },
    { kind: 'washer', cylinder: 5 },
  ],
  washers: { 5: 2 },
  boreOffMm: { 2: 0.006 },
  flows: {},
}
