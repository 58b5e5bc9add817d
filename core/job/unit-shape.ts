import type { EngineShape, Sheet } from './snapshot'

/** A unit without cylinders: a gearbox, a compressor's barrels, a pump. */
export const unitShape = {
  layout: 'unit',
  boreMm: 0,
  pitchMm: 0,
  bankAngleDeg: 0,
  banks: [],
  heads: [],
  firing: [],
} satisfies Omit<EngineShape, 'name'>

/** What its sheet has where an engine's tells of a deck: nothing is ever judged by it. */
export const noDeck = {
  seat: 'top-stop',
  links: [],
  liner: null,
  seals: [],
  limits: {
    minMm: 0,
    maxMm: 0.1,
    aimMm: 0.05,
    withinLinerMaxMm: 0.1,
    adjacentMaxMm: null,
    headRangeMaxMm: null,
    maxLedgeDepthMm: null,
    holdDownNm: null,
  },
} satisfies Pick<Sheet, 'seat' | 'links' | 'liner' | 'seals' | 'limits'>
