import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { schoolNames, startRates } from '../job/snapshot'
import { sixCylinders } from '../testing/make-snapshot'
import { matchLiners } from '../liner/match-liners'
import { evaluatePlan } from './evaluate-plan'
import { matchInputOf } from './match-input'
import type { RepairInput } from './plan-input'
import { planSchool, planSchools, type SchoolPlan } from './plan-schools'
import { partFigures, partFlag } from './read-repair'

const { tooling } = sixCylinders()
/** The ferry's ledges: 2 low, 3 sunk, leaning and fretted, 5 high. */
const ferry: RepairInput = {
  bores: [
    { cylinder: 1, depthMm: 10.494, tiltMm: 0.011, highAtDeg: 40, frettingMm: 0 },
    { cylinder: 2, depthMm: 10.551, tiltMm: 0.013, highAtDeg: 200, frettingMm: 0 },
    { cylinder: 3, depthMm: 10.563, tiltMm: 0.062, highAtDeg: 215, frettingMm: 0.02 },
    { cylinder: 4, depthMm: 10.5, tiltMm: 0.008, highAtDeg: 120, frettingMm: 0 },
    { cylinder: 5, depthMm: 10.424, tiltMm: 0.011, highAtDeg: 300, frettingMm: 0 },
    { cylinder: 6, depthMm: 10.496, tiltMm: 0.01, highAtDeg: 75, frettingMm: 0 },
  ],
  liners: [10.602, 10.61, 10.6, 10.598, 10.601, 10.605].map((flangeMm, i) => ({
    id: `L${i + 1}`,
    flangeMm,
    wedgeMm: 0.003,
    thickAtDeg: 60 * i,
  })),
  bookFlangeMm: 10.6,
  otherMm: 0,
  heads: [
    [1, 2, 3],
    [4, 5, 6],
  ],
  spec: { minMm: 0.06, maxMm: 0.14, aimMm: 0.1, withinLinerMaxMm: 0.03, adjacentMaxMm: 0.04, headRangeMaxMm: 0.05 },
  maxDepthMm: 11.3,
  shims: [
    ['A1', 0.05, 0.051],
    ['A2', 0.05, 0.05],
    ['B1', 0.1, 0.101],
    ['C1', 0.2, 0.2],
    ['C2', 0.2, 0.201],
    ['D1', 0.25, 0.251],
  ].map(([id, nominalMm, actualMm]) => ({
    id: id as string,
    nominalMm: nominalMm as number,
    actualMm: actualMm as number,
  })),
  sizesMm: [0.05, 0.1, 0.2, 0.25],
  tooling,
  rates: startRates,
  uncertainty: { ledgeMm: 0.002, flangeMm: 0.002, shimMm: 0.002, cutterStdMm: 0.002 },
  rotationsDeg: [0, 90, 180, 270],
  samples: 2000,
}
const bore = (plan: SchoolPlan, cylinder: number) => plan.bores.find((b) => b.cylinder === cylinder)!

describe('the schools', () => {
  it('each do what they say, and keep their books', async () => {
    const plans = await planSchools(ferry)
    expect(plans.map((p) => p.school)).toEqual([...schoolNames])
    const of = Object.fromEntries(plans.map((p) => [p.school, p]))
    expect([1, 4, 6].map((c) => bore(of.leave!, c).takenMm + bore(of.leave!, c).shimMm)).toEqual([0, 0, 0])
    expect(bore(of.leave!, 3)).toMatchObject({ verdict: 'in', problems: [] })
    expect(of.alike!.boresCut).toBe(6)
    expect(new Set(of.alike!.bores.map((b) => Math.round(b.shimMm * 20) / 20)).size).toBe(1)
    expect(of.skim!.metalMm).toBeLessThanOrEqual(Math.min(...plans.map((p) => p.metalMm)) + 1e-9)
    const heights = (p: SchoolPlan) => p.bores.reduce((s, b) => s + b.expectMm, 0)
    expect(heights(of.upper!)).toBeGreaterThan(heights(of.aim!) + 0.06)
    expect(of.skim!.possible).toBe(true)
    for (const p of plans) {
      expect(p.passes).toBe(p.bores.reduce((n, b) => n + b.passes.length, 0))
      // Counted from the bores themselves, not from what the plan says of itself.
      const cut = p.bores.filter((b) => b.passes.length > 0).length
      const shimmed = p.bores.filter((b) => b.shimMm > 0).length
      expect([p.boresCut, p.shimsUsed]).toEqual([cut, shimmed])
      expect(p.hours).toBeCloseTo(cut * 0.5 + p.passes * 0.4 + shimmed * 0.25, 9)
      expect(p.money).toBeCloseTo(p.hours * 68 + p.toBuy.reduce((n, b) => n + b.count, 0) * 14, 9)
      expect(p.chanceInside).toBeCloseTo(
        p.bores.reduce((c, b) => c * b.chanceInside, 1),
        9,
      )
      // No shim of the shelf lies in two bores.
      const used = p.bores.flatMap((b) => (b.shimId ? [b.shimId] : []))
      expect(new Set(used).size).toBe(used.length)
      const liners = p.bores.map((b) => b.linerId)
      expect(new Set(liners).size).toBe(6)
    }
  })

  it('keep off the limits by what they do not know, but by a quarter of the window at most', async () => {
    const shims = Array.from({ length: 20 }, (_, i) => ({
      id: `S${i}`,
      nominalMm: 0.013 * (i + 1),
      actualMm: 0.013 * (i + 1),
    }))
    const sizesMm = shims.map((s) => s.actualMm)
    const low = {
      ...ferry,
      shims,
      sizesMm,
      bores: ferry.bores.map((b) => ({ ...b, depthMm: 10.6, tiltMm: 0, frettingMm: 0 })),
    }
    const bottomOf = async (ledgeMm: number) => {
      const plan = await planSchool({ ...low, uncertainty: { ...low.uncertainty, ledgeMm } }, 'skim')
      return Math.min(...plan.bores.map((b) => b.expectMm - b.tiltMm / 2))
    }
    // 0.06 is the least, the window 0.08 wide: never more than 0.02 above it is asked for, however little is known.
    expect(await bottomOf(0.01)).toBeGreaterThanOrEqual(0.06 + 0.01)
    for (const unknown of [0.05, 0.5]) {
      const bottom = await bottomOf(unknown)
      expect(bottom).toBeGreaterThanOrEqual(0.08 - 1e-9)
      expect(bottom).toBeLessThan(0.08 + 0.013)
    }
  })

  it('cut a ledge clean or not at all, never past its limit, and come out where they say', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            depthMm: fc.double({ min: 10.4, max: 11.29, noNaN: true }),
            tiltMm: fc.double({ min: 0, max: 0.08, noNaN: true }),
            frettingMm: fc.constantFrom(0, 0, 0.03),
          }),
          { minLength: 3, maxLength: 3 },
        ),
        fc.constantFrom('leave' as const, 'aim' as const, 'upper' as const),
        async (ledges, school) => {
          const input = {
            ...ferry,
            bores: ledges.map((l, i) => ({ cylinder: i + 1, highAtDeg: 90 * i, ...l })),
            samples: 100,
          }
          for (const b of (await planSchool(input, school)).bores) {
            const own = input.bores.find((l) => l.cylinder === b.cylinder)!
            if (b.takenMm > 0 && b.problems.length === 0) {
              expect(b.takenMm).toBeGreaterThanOrEqual(own.tiltMm + own.frettingMm - 1e-9)
              expect(b.depthAfterMm).toBeLessThanOrEqual(11.3 + 1e-9)
              const flange = ferry.liners.find((l) => l.id === b.linerId)!.flangeMm
              expect(b.expectMm).toBeCloseTo(flange + b.shimMm - b.depthAfterMm, 9)
            }
          }
        },
      ),
      { numRuns: 40 },
    )
  })

  it('says so where a ledge can no longer be cut', async () => {
    const deep = { ...ferry, bores: ferry.bores.map((b) => (b.cylinder === 3 ? { ...b, depthMm: 11.25 } : b)) }
    const plan = await planSchool(deep, 'leave')
    expect(bore(plan, 3)).toMatchObject({ takenMm: 0, verdict: 'out' })
    expect(plan.possible).toBe(false)
  })

  it('go by the book where no liner is measured, and say which bore lacks one', async () => {
    expect(
      (await planSchool({ ...ferry, liners: [] }, 'leave')).bores.every(
        (b) => b.linerId === null && b.problems.length === 0,
      ),
    ).toBe(true)
    expect(bore(await planSchool({ ...ferry, liners: ferry.liners.slice(0, 5) }, 'leave'), 6).problems).toContain(
      'no-liner',
    )
  })

  const sorting = async (change: Partial<RepairInput>) => (await planSchool({ ...ferry, ...change }, 'match')).sorting

  it('say of sorting whether it is proven, and sort nothing where some bore would stay without a liner', async () => {
    expect(await sorting({})).toBe('proven')
    expect((await planSchool(ferry, 'leave')).sorting).toBeUndefined()
    // Nine bores are looked at for a moment only.
    const nine = Array.from({ length: 9 }, (_, i) => ({ ...ferry.bores[i % 6]!, cylinder: i + 1 }))
    const liners = Array.from({ length: 9 }, (_, i) => ({ ...ferry.liners[i % 6]!, id: `N${i}` }))
    expect(await sorting({ bores: nine, liners, heads: [nine.map((b) => b.cylinder)] })).toBe('best-so-far')
    // Too few, or enough of which two may go into one bore only: as they come, as the other schools take them.
    for (const few of [ferry.liners.slice(0, 5), ferry.liners.map((l, i) => (i < 2 ? { ...l, onlyCylinder: 1 } : l))]) {
      expect(await sorting({ liners: few })).toBe('too-few-liners')
      const [match, leave] = await Promise.all(
        (['match', 'leave'] as const).map((school) => planSchool({ ...ferry, liners: few }, school)),
      )
      expect(match!.bores.map((b) => b.linerId)).toEqual(leave!.bores.map((b) => b.linerId))
    }
  })

  it('match with the window that counts where a shim lies, and a leaning ledge as it will be trued', async () => {
    const shimmed = { minMm: 0.09, maxMm: 0.13, targetMm: 0.11 }
    const asked = matchInputOf({ ...ferry, spec: { ...ferry.spec, shimmed } })
    expect(asked.shimmed).toEqual(shimmed)
    expect(asked.bores[2]).toEqual({ cylinder: 3, depthMm: 10.563 + 0.031, tiltMm: 0.062, highAtDeg: 215 })
    expect(asked.shims).toEqual(ferry.shims.map((s) => ({ thicknessMm: s.actualMm, count: 1 })))
    // With that window alone, every shimmed liner that the match calls inside lies in it.
    const match = await matchLiners({ ...asked, bores: asked.bores.map((b) => ({ ...b, tiltMm: 0 })) })
    const inside = match.assignment.filter((a) => a.shimMm > 0 && a.centreMm >= 0.06 && a.centreMm <= 0.14)
    const out = match.assignment.filter((a) => {
      const window = a.shimMm > 0 ? shimmed : ferry.spec
      return a.centreMm - a.tiltMm / 2 < window.minMm - 1e-9 || a.centreMm + a.tiltMm / 2 > window.maxMm + 1e-9
    })
    expect(inside.length).toBeGreaterThan(0)
    expect(match.objective.outOfSpec).toBe(out.length)
  })

  it('buy what the shelf lacks', async () => {
    const plan = await planSchool({ ...ferry, shims: [] }, 'leave')
    expect(plan.toBuy.reduce((n, b) => n + b.count, 0)).toBe(plan.shimsUsed)
    expect(plan.bores.filter((b) => b.buy).length).toBeGreaterThan(0)
  })
})

describe('a plan changed by hand', () => {
  it('is told what is wrong with it', () => {
    const by = (change: object) =>
      evaluatePlan(ferry, [{ cylinder: 3, linerId: 'L3', rotationDeg: 0, cutMm: 0, shimMm: 0, ...change }]).bores[0]!
    expect(by({ cutMm: 0.05 }).problems).toContain('half-cut')
    expect(by({ cutMm: 0.8, shimMm: 0.2 }).problems).toContain('past-max-depth')
    expect(by({ shimMm: 0.4 }).problems).toContain('no-shim')
    expect(by({ cutMm: 0.01 }).problems).toContain('no-leaf-thin-enough')
    expect(by({ cutMm: 0.13, shimMm: 0.2 })).toMatchObject({ problems: [], shimId: 'C1', buy: false, verdict: 'in' })
  })

  it('knows the chance as it follows from the uncertainties', () => {
    const chance = (expectMm: number, std: number) => {
      const input = {
        ...ferry,
        samples: 100_000,
        uncertainty: { ledgeMm: 2 * std, flangeMm: 0, shimMm: 0, cutterStdMm: 0 },
        bores: [{ cylinder: 1, depthMm: 10.6 - expectMm, tiltMm: 0, highAtDeg: null, frettingMm: 0 }],
        liners: [],
      }
      return evaluatePlan(input, [{ cylinder: 1, linerId: null, rotationDeg: 0, cutMm: 0, shimMm: 0 }]).bores[0]!
        .chanceInside
    }
    expect(chance(0.14, 0.005)).toBeCloseTo(0.5, 2)
    expect(chance(0.135, 0.005)).toBeCloseTo(0.8413, 2)
    expect(chance(0.1, 0.005)).toBeCloseTo(1, 3)
  })
})

describe('parts', () => {
  const part = (valuesMm: number[]) => ({
    nominalMm: 10.6,
    readings: valuesMm.map((valueMm, i) => ({ angleDeg: i * 90, valueMm })),
  })
  it('are figures from their readings, and odd ones stand out', () => {
    expect(partFigures(part([10.6, 10.605, 10.6, 10.595]))).toEqual({
      meanMm: expect.closeTo(10.6, 9),
      wedgeMm: expect.closeTo(0.01, 9),
      thickAtDeg: expect.closeTo(90, 6),
    })
    expect(partFigures(part([10.6, 10.6]))).toBeNull()
    expect(
      [
        part([10.6, 10.6]),
        part([10.63, 10.63, 10.63, 10.63]),
        part([10.61, 10.6, 10.59, 10.6]),
        part([10.6, 10.601, 10.6, 10.599]),
      ].map((p) => partFlag(p, 'liner')),
    ).toEqual(['unmeasured', 'off-nominal', 'uneven', 'good'])
  })
})
