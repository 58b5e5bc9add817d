import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastLean, matchLiners, type LinerMatch, type MatchLinersInput, type MatchObjective } from './match-liners'

const spec = { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 }
const quarter = [0, 90, 180, 270]

const micron = (min: number, max: number) => fc.integer({ min: min * 1000, max: max * 1000 }).map((v) => v / 1000)
/** A small deck in which everything can happen: too few shims, wedges, a liner tied to its bore, a head with a gap. */
const smallDeck: fc.Arbitrary<MatchLinersInput> = fc
  .record({
    bores: fc.array(
      fc.record({ depthMm: micron(10.46, 10.6), tiltMm: micron(0, 0.03), highAtDeg: fc.constantFrom(0, 45, 180, 300) }),
      { minLength: 2, maxLength: 4 },
    ),
    liners: fc.array(
      fc.record({
        flangeMm: micron(10.55, 10.65),
        wedgeMm: micron(0, 0.02),
        thickAtDeg: fc.constantFrom(0, 90, 200),
        only: fc.integer({ min: 1, max: 9 }),
      }),
      { minLength: 5, maxLength: 5 },
    ),
    shims: fc.array(
      fc.record({ thicknessMm: fc.constantFrom(0.03, 0.05, 0.1), count: fc.integer({ min: 0, max: 2 }) }),
      { maxLength: 2 },
    ),
    split: fc.boolean(),
    turn: fc.boolean(),
  })
  .map(({ bores, liners, shims, split, turn }) => ({
    bores: bores.map((b, i) => ({ cylinder: i + 1, ...b })),
    liners: liners.map(({ only, ...l }, i) => ({
      id: `L${i + 1}`,
      ...l,
      ...(i === 0 && only <= bores.length ? { onlyCylinder: only } : {}),
    })),
    shims,
    otherMm: 0,
    rotationsDeg: turn ? quarter : [0],
    heads: split
      ? [[1, 2], bores.map((_, i) => i + 1).slice(2)].filter((h) => h.length > 0)
      : [bores.map((_, i) => i + 1)],
    targetMm: 0.1,
    spec,
  }))

/** What an assignment is worth, from nothing but the definition. */
function worth(input: MatchLinersInput, centres: number[], tilts: number[]): MatchObjective {
  const out = centres.filter(
    (c, i) =>
      c - tilts[i]! / 2 < spec.minMm - 1e-9 ||
      c + tilts[i]! / 2 > spec.maxMm + 1e-9 ||
      tilts[i]! > spec.withinLinerMaxMm + 1e-9,
  ).length
  let worst = 0
  for (const head of input.heads)
    for (let i = 1; i < head.length; i++)
      worst = Math.max(worst, Math.abs(centres[head[i]! - 1]! - centres[head[i - 1]! - 1]!))
  return {
    outOfSpec: out,
    worstStepMm: worst,
    deviationMm: centres.reduce((s, c) => s + Math.abs(c - input.targetMm), 0),
  }
}
const better = (a: MatchObjective, b: MatchObjective) =>
  a.outOfSpec !== b.outOfSpec
    ? a.outOfSpec < b.outOfSpec
    : Math.abs(a.worstStepMm - b.worstStepMm) > 1e-9
      ? a.worstStepMm < b.worstStepMm
      : a.deviationMm < b.deviationMm - 1e-9

/** Every assignment there is, tried one by one. */
function byHand(input: MatchLinersInput): MatchObjective {
  const sizes = [0, ...new Set(input.shims.map((s) => s.thicknessMm))]
  const left = new Map(
    sizes.map((t) => [
      t,
      t === 0 ? Infinity : input.shims.filter((s) => s.thicknessMm === t).reduce((n, s) => n + s.count, 0),
    ]),
  )
  const used = new Set<number>()
  let best: MatchObjective | null = null
  const centres: number[] = []
  const tilts: number[] = []
  const fill = (bore: number) => {
    if (bore === input.bores.length) {
      const value = worth(input, centres, tilts)
      if (!best || better(value, best)) best = value
      return
    }
    input.liners.forEach((liner, l) => {
      if (used.has(l) || (liner.onlyCylinder ?? bore + 1) !== bore + 1) return
      used.add(l)
      tilts[bore] = leastLean(input.bores[bore]!, liner, input.rotationsDeg).tiltMm
      for (const t of sizes) {
        if (left.get(t)! < 1) continue
        left.set(t, left.get(t)! - 1)
        centres[bore] = input.otherMm + liner.flangeMm + t - input.bores[bore]!.depthMm
        fill(bore + 1)
        left.set(t, left.get(t)! + 1)
      }
      used.delete(l)
    })
  }
  fill(0)
  return best!
}

describe('matchLiners', () => {
  it('finds what trying every assignment finds, and keeps to what there is', async () => {
    await fc.assert(
      fc.asyncProperty(smallDeck, async (input) => {
        const match = await matchLiners(input)
        const wanted = byHand(input)
        expect(match.proven).toBe(true)
        expect(match.objective.outOfSpec).toBe(wanted.outOfSpec)
        expect(match.objective.worstStepMm).toBeCloseTo(wanted.worstStepMm, 8)
        expect(match.objective.deviationMm).toBeCloseTo(wanted.deviationMm, 8)
        keepsToStock(input, match)
      }),
      { numRuns: 60 },
    )
  })

  it('is not fooled where the solver’s presolve says there is nothing while it holds a point', async () => {
    const liner = (id: string, flangeMm: number, wedgeMm = 0) => ({ id, flangeMm, wedgeMm, thickAtDeg: 0 })
    const input: MatchLinersInput = {
      bores: [10.494, 10.495, 10.494, 10.495].map((depthMm, i) => ({
        cylinder: i + 1,
        depthMm,
        tiltMm: 0,
        highAtDeg: 0,
      })),
      liners: [
        { ...liner('L1', 10.55), onlyCylinder: 3 },
        liner('L2', 10.55),
        liner('L3', 10.551),
        liner('L4', 10.552),
        liner('L5', 10.563, 0.017),
      ],
      shims: [],
      otherMm: 0,
      rotationsDeg: [0],
      heads: [[1, 2, 3, 4]],
      targetMm: 0.1,
      spec: { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 },
    }
    const match = await matchLiners(input)
    const wanted = byHand(input)
    expect(match.proven).toBe(true)
    expect(match.objective.deviationMm).toBeCloseTo(wanted.deviationMm, 8)
  })

  function keepsToStock(input: MatchLinersInput, match: LinerMatch): void {
    expect(match.assignment.map((a) => a.cylinder)).toEqual(input.bores.map((b) => b.cylinder))
    expect(new Set(match.assignment.map((a) => a.linerId)).size).toBe(input.bores.length)
    for (const a of match.assignment) {
      const liner = input.liners.find((l) => l.id === a.linerId)!
      const bore = input.bores.find((b) => b.cylinder === a.cylinder)!
      expect(liner.onlyCylinder ?? a.cylinder).toBe(a.cylinder)
      expect(input.rotationsDeg).toContain(a.rotationDeg)
      expect(a.centreMm).toBeCloseTo(input.otherMm + liner.flangeMm + a.shimMm - bore.depthMm, 9)
    }
    for (const t of new Set(match.assignment.map((a) => a.shimMm).filter((t) => t > 0))) {
      const there = input.shims.filter((s) => s.thicknessMm === t).reduce((n, s) => n + s.count, 0)
      expect(match.assignment.filter((a) => a.shimMm === t).length).toBeLessThanOrEqual(there)
    }
    const value = worth(
      input,
      match.assignment.map((a) => a.centreMm),
      match.assignment.map((a) => a.tiltMm),
    )
    expect(match.objective.outOfSpec).toBe(value.outOfSpec)
    expect(match.objective.worstStepMm).toBeCloseTo(value.worstStepMm, 9)
  }

  const three: MatchLinersInput = {
    bores: [10.5, 10.52, 10.49].map((depthMm, i) => ({ cylinder: i + 1, depthMm, tiltMm: 0.01, highAtDeg: 90 * i })),
    liners: [10.6, 10.61, 10.59, 10.62].map((flangeMm, i) => ({
      id: `L${i}`,
      flangeMm,
      wedgeMm: 0.008,
      thickAtDeg: 0,
    })),
    shims: [],
    otherMm: 0,
    rotationsDeg: quarter,
    heads: [[1, 2, 3]],
    targetMm: 0.1,
    spec,
  }

  it('tells of better answers on the way, and says what was not proven where it was stopped', async () => {
    const seen: LinerMatch[] = []
    const whole = await matchLiners(three, { onBetter: (m) => seen.push(m) })
    expect(seen.length).toBeGreaterThan(0)
    expect(seen.every((m) => !m.proven && m.bound !== undefined)).toBe(true)
    expect(whole).toMatchObject({ proven: true })
    expect(whole.bound).toBeUndefined()
    const stopped = await matchLiners(three, { proof: { seconds: 0 } })
    expect(stopped.proven).toBe(false)
    expect(better(stopped.objective, whole.objective)).toBe(false)
    keepsToStock(three, stopped)
    // The bound it gives is one that the proven answer keeps.
    expect(stopped.bound!.value).toBeLessThanOrEqual(whole.objective[stopped.bound!.level] + 1e-9)
    const crooked = { ...three, bores: three.bores.map((b) => ({ ...b, tiltMm: 0.09 })) }
    expect((await matchLiners(crooked, { proof: { seconds: 0 } })).bound).toEqual({ level: 'outOfSpec', value: 0 })
    expect((await matchLiners(crooked)).objective.outOfSpec).toBe(3)
  })

  it('goes as far as it may by counting, the same each time, and never worse than it began', () =>
    fc.assert(
      fc.asyncProperty(smallDeck, async (input) => {
        const proof = { seconds: 60, nodes: 0 }
        const [one, again, begun] = await Promise.all([
          matchLiners(input, { proof }),
          matchLiners(input, { proof }),
          matchLiners(input, { proof: { seconds: 0 } }),
        ])
        expect(again).toEqual(one)
        expect(better(begun.objective, one.objective)).toBe(false)
        keepsToStock(input, one)
        if (one.proven) expect(one.objective.outOfSpec).toBe(byHand(input).outOfSpec)
      }),
      { numRuns: 10 },
    ))

  it('solves a deck that breaks in the solver’s presolve', async () => {
    const flanges = [
      [10.649, 0.015, 0],
      [10.554, 0.01, 90],
      [10.574, 0.011, 200],
      [10.597, 0.017, 90],
      [10.632, 0.008, 0],
    ] as const
    const ledges = [
      [10.564, 0.011, 300],
      [10.522, 0.004, 180],
      [10.507, 0.011, 180],
      [10.58, 0.014, 45],
    ] as const
    const input: MatchLinersInput = {
      bores: ledges.map(([depthMm, tiltMm, highAtDeg], i) => ({ cylinder: i + 1, depthMm, tiltMm, highAtDeg })),
      liners: flanges.map(([flangeMm, wedgeMm, thickAtDeg], i) => ({
        id: `L${i}`,
        flangeMm,
        wedgeMm,
        thickAtDeg,
        ...(i === 0 ? { onlyCylinder: 1 } : {}),
      })),
      shims: [{ thicknessMm: 0.05, count: 1 }],
      otherMm: 0,
      rotationsDeg: [0],
      heads: [
        [1, 2],
        [3, 4],
      ],
      targetMm: 0.1,
      spec,
    }
    const match = await matchLiners(input)
    const wanted = byHand(input)
    expect(match.objective).toEqual({
      outOfSpec: wanted.outOfSpec,
      worstStepMm: expect.closeTo(wanted.worstStepMm, 9),
      deviationMm: expect.closeTo(wanted.deviationMm, 9),
    })
  })

  it('looks at no step across a bore that is not there', async () => {
    const gap = await matchLiners({
      ...three,
      bores: [three.bores[0]!, { ...three.bores[2]!, depthMm: 10.53 }],
      liners: three.liners.slice(0, 2),
    })
    expect(gap.objective.worstStepMm).toBe(0)
  })
})

describe('leastLean', () => {
  it('turns the thick side away from the high side of the ledge', () => {
    const lean = leastLean({ tiltMm: 0.02, highAtDeg: 90 }, { wedgeMm: 0.02, thickAtDeg: 0 }, quarter)
    expect(lean).toEqual({ rotationDeg: 270, tiltMm: expect.closeTo(0, 9), highAtDeg: null })
  })
  it('takes the smallest of equal turns', () => {
    expect(leastLean({ tiltMm: 0.02, highAtDeg: 0 }, { wedgeMm: 0, thickAtDeg: 0 }, [270, 180, 90]).rotationDeg).toBe(
      90,
    )
  })
})
