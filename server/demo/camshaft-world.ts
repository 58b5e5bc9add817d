import type { BushingTruth } from '#core/sim/bushings/truth'
import type { BushingSection } from '#core/works/bushings/section'

/** The camshaft of the made-up Brennick 4M-105: five stepped housings; 2 and 4 also feed the valve gear. */
const boresMm = [54, 53.6, 53.2, 52.8, 52.4]
/** Look-alikes: two digits changed places. */
const codes = ['BK-2671', 'BK-2716', 'BK-2176', 'BK-2761', 'BK-2617']
const round = (mm: number) => Math.round(mm * 1000) / 1000
const main = { oClock: 5, sizeMm: 4.5, fromFaceMm: 11, groove: false }
const valveGear = { oClock: 11, sizeMm: 4, fromFaceMm: 11, groove: true, feeds: 'valve gear' }
const feedsValveGear = (n: number) => n === 2 || n === 4

export const camshaft: BushingSection = {
  housings: boresMm.map((boreMm, i) => ({
    boreMm,
    outerMm: 80,
    widthMm: 24,
    fromFrontMm: 20 + 132 * i,
    entersFrom: 'rear',
    journalMm: round(boreMm - 4.105),
    drillings: [{ ...main, feeds: `main ${i + 1}` }, ...(feedsValveGear(i + 1) ? [valveGear] : [])],
  })),
  boreTolMm: 0.015,
  journalTolMm: 0.012,
  codes: boresMm.map((boreMm, i) => ({
    code: codes[i]!,
    positions: [i + 1],
    outerMm: round(boreMm + 0.06),
    innerMm: round(boreMm - 4),
    widthMm: 22,
    holes: [
      { sizeMm: 4.5, fromTrailingMm: 11 },
      ...(feedsValveGear(i + 1) ? [{ sizeMm: 4.5, fromTrailingMm: 11 }] : []),
    ],
  })),
  interference: { minMm: 0.04, maxMm: 0.085 },
  clearance: { minMm: 0.035, maxMm: 0.095 },
  metal: {
    housingModulusMPa: 110_000,
    housingPoisson: 0.26,
    bushingModulusMPa: 200_000,
    bushingPoisson: 0.3,
    bushingYieldMPa: 260,
  },
  wantedShare: 0.8,
  edgeOutMm: 0.3,
  back: 'dry',
  turningNm: 6,
  endFloat: { minMm: 0.08, maxMm: 0.28 },
  backlash: { minMm: 0.1, maxMm: 0.32 },
  cleanWipes: 2,
  deadEndWipes: 3,
  passages: [
    { id: 'G', from: 'pump', to: 'gallery', deadEnd: true, plug: 'gallery, rear' },
    ...boresMm.map((_, i) => ({
      id: `H${i + 1}`,
      from: 'gallery',
      to: `housing-${i + 1}`,
      deadEnd: false,
      plug: null,
    })),
    ...[2, 4].map((n) => ({ id: `V${n}`, from: `housing-${n}`, to: 'valve gear', deadEnd: true, plug: null })),
  ],
}

/**
 * The crusher's block: 4 wore to copper and came apart in layers, 3's drilling lies 1.2 mm deeper than
 * the book has it, 2 and 4 lie swapped in the box, and the shaft first binds at 2.
 */
export const crusherTruth: BushingTruth = {
  old: {
    'housing-4': { looks: 'layers', copperShare: 0.45, copperOClock: 6, holeInLine: true },
    'housing-1': { looks: 'sound', copperShare: 0, copperOClock: null, holeInLine: true },
  },
  drillingOffMm: { 'housing-3': [1.2] },
  boreOffMm: { 'housing-5': 0.004 },
  box: {
    'housing-2': { code: codes[3]!, outerMm: 52.861 },
    'housing-4': { code: codes[1]!, outerMm: 53.659 },
  },
  dirt: {
    G: ['grey', 'glitter'],
    H1: ['grey'],
    H3: ['grey'],
    H4: ['glitter', 'clean', 'glitter'],
    V4: ['chips', 'glitter'],
  },
  perBlowMm: 0.42,
  binds: { place: 'housing-2', oClock: 3, share: 0.5 },
}
