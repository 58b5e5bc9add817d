import type { InputIssue } from '#core/errors'

/**
 * Least and greatest values in the trade's terms, by the name of what is entered, mm. What the
 * shape of an act allows and no engine has would be kept as something else, or as nothing.
 */
const sensibleMm: Readonly<Record<string, readonly [number, number]>> = {
  boreMm: [10, 2000],
  pitchMm: [10, 4000],
  'screw.pitchMm': [0.1, 50],
  'press.pitchMm': [0.1, 50],
  'pads.pitchMm': [0.1, 50],
  'pullSizes.pitchMm': [0.1, 50],
  'noseThread.pitchMm': [0.1, 50],
  resolutionMm: [0, 1],
  repeatabilityMm: [0, 1],
  uncertaintyMm: [0, 1],
  leavesMm: [0.005, 10],
  maxPassMm: [0.005, 10],
  finishMm: [0, 10],
  cleanupMm: [0, 10],
  cutterBiasMm: [-1, 1],
  biasMm: [-1, 1],
  valueMm: [-2000, 2000],
  expectMm: [-2000, 2000],
  zeroMm: [-2000, 2000],
  masterMm: [0.1, 2000],
  nominalMm: [0.005, 2000],
  actualMm: [0.005, 2000],
  depthMm: [0, 2000],
  edgeMm: [-500, 500],
  outerMm: [1, 3000],
  innerMm: [0, 3000],
  widthMm: [1, 1000],
  endFloatMm: [0, 20],
  backlashMm: [0, 20],
  pinMm: [0, 100],
  armMm: [10, 3000],
  targetMm: [-100, 100],
  cutMm: [0, 100],
  shimMm: [0, 100],
  tightMm: [0, 3000],
  fromMm: [0, 3000],
  toMm: [0, 3000],
  footMm: [1, 1000],
  discBaseMm: [1, 2000],
  clearanceMm: [0, 1000],
  minMm: [-100, 100],
  maxMm: [-100, 100],
  'bore.maxMm': [1, 3000],
  newMm: [1, 3000],
  gapMm: [0, 5],
  notMm: [0.005, 10],
  fireRingMm: [0.05, 20],
  pilotMm: [0.5, 200],
  deckMm: [0, 5],
  headMm: [0, 5],
  aimMm: [-100, 100],
  withinLinerMaxMm: [0, 10],
  adjacentMaxMm: [0, 10],
  headRangeMaxMm: [0, 10],
  maxLedgeDepthMm: [0.1, 2000],
  flangeOuterMm: [10, 3000],
  lowerOuterMm: [10, 3000],
  lowerBoreMm: [10, 3000],
  lengthMm: [10, 4000],
  sealLandMm: [0, 2000],
  travelTopMm: [0, 3000],
  travelBottomMm: [0, 3000],
}
/** Ten turns: an angle is kept as it was entered, but nobody turns a liner further. */
const MOST_DEG = 3600

/** Digits behind the point that the store keeps, by how a name ends. */
const keptDigits: readonly [RegExp, number][] = [
  [/Mm$/, 9],
  [/Deg$/, 6],
  [/Nm$/, 3],
  [/^hours$|Hours$/, 4],
]

const MOST_DEEP = 24
const unfit = /\p{Surrogate}|[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]/gu

/** Thrown by {@link cleaned} at something nested deeper than anything here is. */
export class TooDeep extends Error {}

/**
 * What came from outside with its texts made fit to be kept: half a character and what no
 * keyboard types are taken out; the rest is left as it is.
 *
 * @throws TooDeep where it is nested deeper than any act or file is
 */
export function cleaned(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return value.replace(unfit, '')
  if (value === null || typeof value !== 'object') return value
  if (depth > MOST_DEEP) throw new TooDeep()
  if (Array.isArray(value)) return value.map((v) => cleaned(v, depth + 1))
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, cleaned(v, depth + 1)]))
}

/** A figure with the digits that the store keeps of it. */
function roundedFigure(value: number, name: string): number {
  const digits = keptDigits.find(([ending]) => ending.test(name))?.[1]
  return digits === undefined || !Number.isFinite(value) ? value : Number(value.toFixed(digits))
}

/** An act, or a whole job, with every figure as the store keeps it: what is stored is what comes back. */
export function rounded<T>(value: T, name = ''): T {
  if (typeof value === 'number') return roundedFigure(value, name) as T
  if (Array.isArray(value)) return value.map((v) => rounded(v, name)) as T
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, rounded(v, k)])) as T
  return value
}

/** What of an act no engine has, by where it stands; empty where all of it is sensible. */
export function sensibleIssues(value: unknown, path: readonly string[] = []): InputIssue[] {
  if (typeof value === 'number') {
    const [name, of] = path.filter((p) => !/^\d+$/.test(p)).reverse()
    // A unit without cylinders has neither; an engine with them does not come through its own schema.
    if ((of === 'shape' || of === 'engine') && value === 0 && (name === 'boreMm' || name === 'pitchMm')) return []
    const turns = /Deg$/.test(name ?? '')
    const [least, greatest] = turns
      ? [-MOST_DEG, MOST_DEG]
      : (sensibleMm[`${of}.${name}`] ?? sensibleMm[name ?? ''] ?? [-Infinity, Infinity])
    return value >= least && value <= greatest
      ? []
      : [{ path: path.join('.'), message: `must lie between ${least} and ${greatest} ${turns ? 'degrees' : 'mm'}` }]
  }
  return value === null || typeof value !== 'object'
    ? []
    : Object.entries(value).flatMap(([k, v]) => sensibleIssues(v, [...path, k]))
}
