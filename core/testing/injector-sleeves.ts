import type { SleeveSection } from '../works/sleeves/section'

/** A sheet's injector sleeves for tests: expanded onto O-rings, one washer of 1.5 mm, the tip from 1.9 to 2.3 mm below. */
export const injectorSleeves: SleeveSection = {
  kind: 'expanded',
  seatAboveMm: 56.1,
  seatUncertaintyMm: 0.03,
  sleeveBoreMm: 22.4,
  wallMm: 1.5,
  headBoreMm: 25.45,
  headBoreTolMm: 0.02,
  share: { min: 0.03, max: 0.1 },
  springbackMm: 0.01,
  mandrelsMm: [22.65],
  yokeNm: null,
  toolReachMm: 75,
  clearanceMm: 8,
  compound: null,
  topBelow: null,
  injectorSeatToTipMm: 59.6,
  washerMm: 1.5,
  crushMm: 0.08,
  tip: { minMm: 1.9, maxMm: 2.3, aimMm: 2.1 },
  washersMm: [],
  clampJoint: null,
  test: { kPa: 100, minutes: 10, allowedDropKPa: 3 },
  returnFlow: { max: 40, least: 1.5 },
  tapped: null,
}
