import { passesFor } from '../liner/plan-cut'
import { leastLean } from '../liner/match-liners'
import type { Pack } from '../liner/pack'
import { stackUp } from '../liner/stack-up'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../measure/verdict'
import { SLACK_MM } from '../schema'
import { aimedWindow, type BoreChoice, type RepairInput } from './plan-input'

/** Why a bore cannot be done as planned. */
export type BoreProblem =
  'past-max-depth' | 'half-cut' | 'no-shim' | 'no-leaf-thin-enough' | 'no-liner' | 'too-many-rings'

export interface PlannedBore extends BoreChoice {
  /** What really comes off: as near to `cutMm` as the leaves allow, never more. */
  takenMm: number
  passes: (Pack & { kind: 'rough' | 'finish' })[]
  /** The shim taken from the shelf; null for none, or one that must be bought. */
  shimId: string | null
  buy: boolean
  depthAfterMm: number
  depthLeftMm: number | null
  expectMm: number
  tiltMm: number
  highAtDeg: number | null
  /** Chance that every reading ends inside, with what gauges, parts and cutter leave open. */
  chanceInside: number
  verdict: Verdict
  problems: BoreProblem[]
}

export interface EvaluatedPlan {
  bores: PlannedBore[]
  boresCut: number
  metalMm: number
  passes: number
  shimsUsed: number
  /** Sizes to be bought, with their numbers. */
  toBuy: { nominalMm: number; count: number }[]
  heads: { cylinders: number[]; worstStepMm: number; rangeMm: number; verdict: Verdict }[]
  worstStepMm: number
  spreadMm: number
  chanceInside: number
  hours: number
  money: number
  possible: boolean
}

/** A shim of this thickness: the very one on the shelf, else one of its size, else one to buy. */
function takeShim(
  thicknessMm: number,
  shelf: Map<string, { id: string; actualMm: number; nominalMm: number }>,
  sizesMm: readonly number[],
): { id: string | null; actualMm: number; nominalMm: number } | null {
  const free = [...shelf.values()].sort(
    (a, b) => Math.abs(a.actualMm - thicknessMm) - Math.abs(b.actualMm - thicknessMm),
  )
  const exact =
    free.find((s) => Math.abs(s.actualMm - thicknessMm) <= SLACK_MM) ??
    free.find((s) => Math.abs(s.nominalMm - thicknessMm) <= SLACK_MM)
  if (exact) {
    shelf.delete(exact.id)
    return exact
  }
  const size = sizesMm.find((s) => Math.abs(s - thicknessMm) <= 0.006)
  return size === undefined ? null : { id: null, actualMm: size, nominalMm: size }
}

const linerOf = (input: RepairInput, id: string | null) =>
  input.liners.find((l) => l.id === id) ?? {
    id: '',
    flangeMm: input.bookFlangeMm,
    wedgeMm: 0,
    thickAtDeg: 0,
    noShim: undefined,
  }

/** How a liner turned so would stand on a ledge before anything is cut: centre, lean and high side, mm. */
export function standOn(
  input: RepairInput,
  bore: RepairInput['bores'][number],
  linerId: string | null,
  rotationDeg: number,
): { centreMm: number; tiltMm: number; highAtDeg: number | null; wedgeMm: number } {
  const liner = linerOf(input, linerId)
  const lean = leastLean({ tiltMm: bore.tiltMm, highAtDeg: bore.highAtDeg ?? 0 }, liner, [rotationDeg])
  return {
    centreMm: input.otherMm + liner.flangeMm - (bore.depthMm + bore.tiltMm / 2),
    tiltMm: lean.tiltMm,
    highAtDeg: lean.highAtDeg,
    wedgeMm: liner.wedgeMm,
  }
}

/** A seed of its own for every bore, so that one change leaves the other bores' chances as they are. */
const SEED = 20_011

/**
 * What a plan comes to, bore by bore and in all: passes, heights, what is left to the ledge
 * limit, the chance of ending inside, hours and money.
 *
 * Lengths mm. A cut counts from the ledge's highest spot and trues it where it is at least as deep as the lean.
 */
export function evaluatePlan(input: RepairInput, choices: readonly BoreChoice[]): EvaluatedPlan {
  const { spec, tooling, uncertainty: u, rates } = input
  const shelf = new Map(input.shims.map((s) => [s.id, s]))
  const toBuy = new Map<number, number>()
  const bores = choices.map((choice): PlannedBore => {
    const bore = input.bores.find((b) => b.cylinder === choice.cylinder)!
    const stand = standOn(input, bore, choice.linerId, choice.rotationDeg)
    const highMm = stand.centreMm + bore.tiltMm / 2
    const cut = choice.cutMm > SLACK_MM ? passesFor(tooling, highMm, choice.cutMm) : null
    const takenMm = cut ? choice.cutMm - cut.restMm : 0
    const problems: BoreProblem[] = []
    if (cut?.reasons.length) problems.push('no-leaf-thin-enough')
    if (takenMm > SLACK_MM && takenMm < bore.tiltMm + bore.frettingMm - SLACK_MM) problems.push('half-cut')
    if (choice.linerId === null && input.liners.length > 0) problems.push('no-liner')
    const shim = choice.shimMm > SLACK_MM ? takeShim(choice.shimMm, shelf, input.sizesMm) : null
    if (choice.shimMm > SLACK_MM && !shim) problems.push('no-shim')
    if (choice.shimMm > SLACK_MM && linerOf(input, choice.linerId).noShim) problems.push('too-many-rings')
    if (shim && shim.id === null) toBuy.set(shim.nominalMm, (toBuy.get(shim.nominalMm) ?? 0) + 1)
    const trued = takenMm >= bore.tiltMm - SLACK_MM && takenMm > 0
    const shimMm = shim?.actualMm ?? choice.shimMm
    // A cut that is shallower than the lean takes the high side down and leaves the low one.
    const leanMm = trued ? 0 : bore.tiltMm - takenMm
    const depthAfterMm = bore.depthMm + takenMm
    const expectMm = stand.centreMm + bore.tiltMm / 2 - takenMm - leanMm / 2 + shimMm
    const liner = linerOf(input, choice.linerId)
    const lean = leastLean({ tiltMm: leanMm, highAtDeg: bore.highAtDeg ?? 0 }, liner, [choice.rotationDeg])
    if (input.maxDepthMm !== null && takenMm > 0 && depthAfterMm > input.maxDepthMm + SLACK_MM)
      problems.push('past-max-depth')
    const half = lean.tiltMm / 2
    const window = aimedWindow(input, shimMm > SLACK_MM)
    const inside = { minMm: window.minMm + half, maxMm: window.maxMm - half }
    const links = [
      { name: 'stack', sign: 1 as const, nominalMm: expectMm, tolMm: 0, distribution: 'normal' as const },
      { name: 'ledge', sign: 1 as const, nominalMm: 0, tolMm: u.ledgeMm, distribution: 'normal' as const },
      { name: 'flange', sign: 1 as const, nominalMm: 0, tolMm: u.flangeMm, distribution: 'normal' as const },
      ...(shim
        ? [{ name: 'shim', sign: 1 as const, nominalMm: 0, tolMm: u.shimMm, distribution: 'normal' as const }]
        : []),
      ...(cut
        ? [
            {
              name: 'cutter',
              sign: 1 as const,
              nominalMm: 0,
              tolMm: 2 * u.cutterStdMm * Math.sqrt(cut.passes.length),
              distribution: 'normal' as const,
            },
          ]
        : []),
    ]
    const chanceInside =
      inside.minMm > inside.maxMm
        ? 0
        : stackUp({ links, spec: inside, samples: input.samples, seed: SEED + bore.cylinder }).chanceInside
    const verdict = worstVerdict([
      judgeLower(expectMm - half, window.minMm, 0),
      judgeUpper(expectMm + half, window.maxMm, 0),
      judgeUpper(lean.tiltMm, spec.withinLinerMaxMm, 0),
      bore.frettingMm > 0 && !trued ? 'out' : 'in',
    ])
    return {
      ...choice,
      shimMm: shim?.actualMm ?? choice.shimMm,
      takenMm,
      passes: (cut?.passes ?? []).map(({ kind, packMm, leavesMm }) => ({ kind, packMm, leavesMm })),
      shimId: shim?.id ?? null,
      buy: shim !== null && shim.id === null,
      depthAfterMm,
      depthLeftMm: input.maxDepthMm === null ? null : input.maxDepthMm - depthAfterMm,
      expectMm,
      tiltMm: lean.tiltMm,
      highAtDeg: lean.highAtDeg,
      chanceInside,
      verdict,
      problems,
    }
  })
  const heightOf = (cylinder: number) => bores.find((b) => b.cylinder === cylinder)?.expectMm
  const heads = input.heads.flatMap((cylinders) => {
    const heights = cylinders.map(heightOf).filter((h) => h !== undefined)
    if (heights.length === 0) return []
    const worstStepMm = heights.slice(1).reduce((worst, h, i) => Math.max(worst, Math.abs(h - heights[i]!)), 0)
    const rangeMm = Math.max(...heights) - Math.min(...heights)
    const verdict = worstVerdict([
      spec.adjacentMaxMm === null ? 'in' : judgeUpper(worstStepMm, spec.adjacentMaxMm, 0),
      spec.headRangeMaxMm === null ? 'in' : judgeUpper(rangeMm, spec.headRangeMaxMm, 0),
    ])
    return [{ cylinders, worstStepMm, rangeMm, verdict }]
  })
  const all = bores.map((b) => b.expectMm)
  const passes = bores.reduce((n, b) => n + b.passes.length, 0)
  const boresCut = bores.filter((b) => b.takenMm > 0).length
  const shimsUsed = bores.filter((b) => b.shimMm > SLACK_MM).length
  const bought = [...toBuy]
    .map(([nominalMm, count]) => ({ nominalMm, count }))
    .sort((a, b) => a.nominalMm - b.nominalMm)
  const hours = boresCut * rates.boreHours + passes * rates.passHours + shimsUsed * rates.shimHours
  return {
    bores,
    boresCut,
    metalMm: bores.reduce((sum, b) => sum + b.takenMm, 0),
    passes,
    shimsUsed,
    toBuy: bought,
    heads,
    worstStepMm: heads.reduce((worst, h) => Math.max(worst, h.worstStepMm), 0),
    spreadMm: Math.max(...all) - Math.min(...all),
    chanceInside: bores.reduce((chance, b) => chance * b.chanceInside, 1),
    hours,
    money: hours * rates.hourMoney + bought.reduce((n, b) => n + b.count, 0) * rates.shimMoney,
    possible:
      bores.every((b) => b.problems.length === 0 && b.verdict === 'in') && heads.every((h) => h.verdict === 'in'),
  }
}
