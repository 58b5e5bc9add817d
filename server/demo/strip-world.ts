import type { LinerShape, SealGroove } from '#core/works/liners/fitting'
import type { Finding, GradeName, Puller, PullLog } from '#core/works/liners/strip'
import type { OpeningName, StopperName } from '#core/job/tally-mark'
import { demoId } from './demo-id'

/** The liners' own measures, by engine. */
export const linerShapes = {
  tarrock: {
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
    clockTolDeg: 0,
  },
  orrin: {
    flangeOuterMm: 134,
    lowerOuterMm: 129,
    lowerBoreMm: 129.5,
    lengthMm: 236,
    sealLandMm: 30,
    travelTopMm: 10,
    travelBottomMm: 150,
    lipAllowMPa: 110,
    massKg: 11,
    clockDeg: null,
    clockTolDeg: 0,
  },
  brennick: {
    flangeOuterMm: 124,
    lowerOuterMm: 113,
    lowerBoreMm: 113.6,
    lengthMm: 205,
    sealLandMm: 24,
    travelTopMm: 9,
    travelBottomMm: 130,
    lipAllowMPa: 110,
    massKg: 7,
    clockDeg: 90,
    clockTolDeg: 5,
  },
} satisfies Record<string, LinerShape>

/** Seal sets from the top down, by engine. */
export const sealSets = {
  tarrock: [
    { place: 'crevice band', material: 'swelling rubber', colour: 'blue', lubricant: 'oil', swellMinutes: 10 },
    { place: 'upper ring', material: 'EPDM', colour: 'black', lubricant: 'rubber-lube', swellMinutes: null },
    { place: 'lower ring', material: 'FKM', colour: 'brown', lubricant: 'oil', swellMinutes: null },
  ],
  orrin: [
    { place: 'coolant ring', material: 'EPDM', colour: 'black', lubricant: 'soap', swellMinutes: null },
    { place: 'oil ring', material: 'silicone', colour: 'red', lubricant: 'oil', swellMinutes: null },
  ],
  brennick: [
    { place: 'upper ring', material: 'EPDM', colour: 'black', lubricant: 'rubber-lube', swellMinutes: null },
    { place: 'lower ring', material: 'FKM', colour: 'green', lubricant: 'oil', swellMinutes: null },
  ],
} satisfies Record<string, SealGroove[]>

export const pullers = {
  bridge: {
    id: demoId('bridge puller'),
    name: 'Bridge puller M24',
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
    leverMm: 600,
    handForceN: 300,
    useFraction: 0.5,
    clearanceMm: 1,
  },
  legs: {
    id: demoId('leg puller'),
    name: 'Leg puller M18',
    origin: 'bought',
    screw: {
      majorMm: 18,
      pitchMm: 2.5,
      proofMPa: 640,
      threadFriction: 0.12,
      faceFriction: 0.12,
      faceOuterMm: 30,
      faceInnerMm: 19,
    },
    bar: { spanMm: 200, widthMm: 50, heightMm: 48, holeMm: 20, allowMPa: 230 },
    footMm: 22,
    discBaseMm: 128,
    leverMm: 400,
    handForceN: 250,
    useFraction: 0.5,
    clearanceMm: 1,
  },
} satisfies Record<string, Puller>

/** What was put into the ferry's openings and is still there. */
export const ferryTally: { cylinder: number; place: OpeningName; item: StopperName; count: number }[] = [
  { cylinder: 1, place: 'crank-hole', item: 'ear-plug', count: 2 },
  { cylinder: 2, place: 'oil-drilling', item: 'cap', count: 1 },
  { cylinder: 3, place: 'crank-hole', item: 'ear-plug', count: 2 },
  { cylinder: 5, place: 'crank-hole', item: 'ear-plug', count: 2 },
]

type Pull = Pick<PullLog, 'cylinder' | 'peakNm' | 'tightMm' | 'ranOut' | 'words'>
export const ferryPulls: Pull[] = [
  { cylinder: 1, peakNm: 60, tightMm: [12], ranOut: 'coolant', words: '' },
  { cylinder: 2, peakNm: 85, tightMm: [12, 84], ranOut: 'coolant', words: 'lower ring hard' },
  { cylinder: 3, peakNm: 110, tightMm: [12, 40, 84], ranOut: 'sludge', words: 'broke loose with a crack' },
  { cylinder: 4, peakNm: 75, tightMm: [12], ranOut: 'coolant', words: '' },
  { cylinder: 5, peakNm: 70, tightMm: [12], ranOut: 'coolant', words: '' },
  { cylinder: 6, peakNm: 95, tightMm: [12, 84], ranOut: 'coolant', words: '' },
]

type Seen = Pick<
  Finding,
  'cylinder' | 'on' | 'kind' | 'atDeg' | 'spanDeg' | 'fromMm' | 'toMm' | 'severity' | 'words'
> & { pastSteps?: number; photo?: boolean }
export const ferryFindings: Seen[] = [
  {
    cylinder: 2,
    on: 'outside',
    kind: 'pitting',
    atDeg: 85,
    spanDeg: 40,
    fromMm: 60,
    toMm: 120,
    severity: 1,
    words: 'fine, not through the skin',
  },
  {
    cylinder: 3,
    on: 'outside',
    kind: 'pitting',
    atDeg: 95,
    spanDeg: 70,
    fromMm: 50,
    toMm: 170,
    severity: 3,
    words: 'deep, a needle goes in',
    photo: true,
  },
  {
    cylinder: 4,
    on: 'outside',
    kind: 'pitting',
    atDeg: 100,
    spanDeg: 45,
    fromMm: 70,
    toMm: 130,
    severity: 1,
    words: '',
  },
  {
    cylinder: 3,
    on: 'outside',
    kind: 'coolant-track',
    atDeg: 215,
    spanDeg: 60,
    fromMm: 0,
    toMm: 14,
    severity: 2,
    pastSteps: 1,
    words: 'past the flange, held by the band',
    photo: true,
  },
  {
    cylinder: 2,
    on: 'outside',
    kind: 'coolant-track',
    atDeg: 150,
    spanDeg: 30,
    fromMm: 0,
    toMm: 10,
    severity: 1,
    pastSteps: 1,
    words: '',
  },
  {
    cylinder: 3,
    on: 'ledge',
    kind: 'fretting',
    atDeg: 35,
    spanDeg: 70,
    fromMm: 10.5,
    toMm: 10.5,
    severity: 2,
    words: 'bright and stepped',
  },
  { cylinder: 2, on: 'jacket', kind: 'scale', atDeg: 180, spanDeg: 360, fromMm: 30, toMm: 190, severity: 1, words: '' },
  { cylinder: 4, on: 'jacket', kind: 'scale', atDeg: 180, spanDeg: 360, fromMm: 30, toMm: 190, severity: 2, words: '' },
  { cylinder: 5, on: 'jacket', kind: 'scale', atDeg: 180, spanDeg: 360, fromMm: 30, toMm: 190, severity: 2, words: '' },
  {
    cylinder: 6,
    on: 'jacket',
    kind: 'scale',
    atDeg: 180,
    spanDeg: 360,
    fromMm: 30,
    toMm: 190,
    severity: 3,
    words: 'worst far from the pump',
    photo: true,
  },
  {
    cylinder: 5,
    on: 'bore',
    kind: 'polish',
    atDeg: 270,
    spanDeg: 90,
    fromMm: 14,
    toMm: 110,
    severity: 2,
    words: 'crosshatch gone',
  },
]
export const ferryGrades: Record<number, { grade: GradeName; words: string }> = {
  1: { grade: 'good', words: '' },
  2: { grade: 'poor', words: '' },
  3: { grade: 'scrap', words: '' },
  4: { grade: 'poor', words: '' },
  5: { grade: 'poor', words: '' },
  6: { grade: 'fair', words: '' },
}
