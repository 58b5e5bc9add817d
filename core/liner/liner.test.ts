import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planeHeightMm } from '../measure/fit-plane'
import { expectAfterPackMm, packThicknessMm, thickestPack } from './pack'
import { planCut, type PlanCutInput } from './plan-cut'
import { expectWithShimMm, linkSign, nominalLedgeDepthMm, nominalProtrusionMm, seatLinks } from './stack'

const leavesMm = [0.03, 0.04, 0.05, 0.06, 0.08, 0.1, 0.13, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5]

describe('thickestPack', () => {
  it('is never thicker than wanted, and nothing thicker would fit', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.03, max: 1, noNaN: true }), fc.integer({ min: 1, max: 3 }), (want, most) => {
        const pack = thickestPack(want, leavesMm, most)!
        expect(pack.packMm).toBeLessThanOrEqual(want + 1e-9)
        expect(pack.leavesMm.length).toBeLessThanOrEqual(most)
        expect(new Set(pack.leavesMm).size).toBe(pack.leavesMm.length)
        expect(packThicknessMm(pack.leavesMm)).toBeCloseTo(pack.packMm, 12)
        const pairs = leavesMm.flatMap((a, i) => leavesMm.slice(i + 1).map((b) => a + b))
        const reachable = [...leavesMm, ...(most > 1 ? pairs : [])].filter((p) => p <= want + 1e-9)
        expect(pack.packMm).toBeGreaterThanOrEqual(Math.max(...reachable) - 1e-9)
      }),
    )
  })

  it('prefers fewer leaves, and has none for less than the thinnest', () => {
    expect(thickestPack(0.08, leavesMm, 3)!.leavesMm).toEqual([0.08])
    expect(thickestPack(0.029, leavesMm, 3)).toBeNull()
  })
})

describe('planCut', () => {
  const base: Omit<PlanCutInput, 'readings'> = {
    targetMm: 0.1,
    spec: { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 },
    frettingMm: 0,
    cleanupMm: 0.02,
    shimStockMm: [0.05, 0.1, 0.2, 0.3, 0.5],
    leavesMm,
    maxLeavesPerPack: 3,
    finishMm: 0.05,
    maxPassMm: 0.25,
    cutterBiasMm: 0,
  }
  const standing = (centreMm: number, tiltMm: number, more: Partial<PlanCutInput> = {}) =>
    planCut({
      ...base,
      readings: [0, 90, 180, 270].map((angleDeg) => ({
        angleDeg,
        valueMm: planeHeightMm({ centreMm, tiltMm, highAtDeg: 215 }, angleDeg),
      })),
      ...more,
    })

  it('leaves what is inside', () => expect(standing(0.1, 0.01).action).toBe('none'))
  it('shims a low liner on an even ledge, nearest the aim', () =>
    expect(standing(0.043, 0.01)).toMatchObject({ action: 'shim', shimMm: 0.05 }))
  it('takes the thinner of two equally near shims', () =>
    expect(standing(0.03, 0, { shimStockMm: [0.06, 0.08] }).shimMm).toBe(0.06))
  it('cuts a high one without a shim', () => expect(standing(0.18, 0.01)).toMatchObject({ action: 'cut', shimMm: 0 }))
  it('trues a leaning ledge even where every reading is inside', () =>
    expect(standing(0.1, 0.04).action).toBe('cut-and-shim'))
  it('never goes below the ledge limit', () => {
    expect(standing(0.18, 0.01, { depthMm: 11.25, maxDepthMm: 11.3 })).toMatchObject({
      action: 'blocked',
      reasons: ['past-max-depth'],
      totalCutMm: 0,
    })
    expect(standing(0.18, 0.01, { depthMm: 11.2, maxDepthMm: 11.3 }).action).toBe('cut')
  })
  it('is blocked where no shim is thick enough', () =>
    expect(standing(0.01, 0.06, { shimStockMm: [] }).reasons).toEqual(['no-shim-thick-enough']))
  it('says so where no leaf is thin enough for the last pass', () => {
    expect(standing(0.15, 0, { leavesMm: [0.3], cleanupMm: 0.02 })).toMatchObject({
      passes: [],
      reasons: ['no-leaf-thin-enough'],
    })
  })
  it('does not cut for ever with a bias that takes back the whole pack', () => {
    expect(standing(0.5, 0, { cutterBiasMm: -0.5, leavesMm: [0.5] }).passes.length).toBe(0)
  })

  it('cuts a ledge clean or not at all, ends with the last pass by hand, and keeps its books', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.3, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        fc.double({ min: -0.004, max: 0.008, noNaN: true }),
        (centre, tilt, bias) => {
          const plan = standing(centre, tilt, { cutterBiasMm: bias })
          if (plan.action !== 'cut' && plan.action !== 'cut-and-shim') return
          const taken = plan.passes.reduce((sum, p) => sum + p.packMm + bias, 0)
          expect(plan.totalCutMm).toBeGreaterThanOrEqual(plan.cleanCutMm - 1e-9)
          expect(taken).toBeLessThanOrEqual(plan.totalCutMm + 1e-9)
          expect(plan.leftoverMm).toBeCloseTo(plan.totalCutMm - taken, 9)
          expect(plan.expectMm).toBeCloseTo(plan.highMm - taken + plan.shimMm, 9)
          expect(plan.passes.slice(0, -1).every((p) => p.kind === 'rough')).toBe(true)
          expect(plan.passes.every((p) => p.packMm + bias <= 0.25 + 1e-9)).toBe(true)
          if (plan.reasons.length === 0) expect(plan.passes.at(-1)!.kind).toBe('finish')
        },
      ),
    )
  })
})

describe('stack', () => {
  it('adds up in its true links', () => {
    expect(
      nominalProtrusionMm([
        { kind: 'flange', nominalMm: 10.6 },
        { kind: 'counterbore', nominalMm: 10.5 },
      ]),
    ).toBeCloseTo(0.1)
    const plated = [
      { kind: 'flange', nominalMm: 12 },
      { kind: 'ledge-below-block', nominalMm: 2.05 },
      { kind: 'plate-gasket', nominalMm: 0.35 },
      { kind: 'plate', nominalMm: 9.5 },
    ] as const
    expect(nominalProtrusionMm(plated)).toBeCloseTo(0.1)
    expect(
      nominalProtrusionMm(
        [
          { kind: 'step-to-top', nominalMm: 96.12 },
          { kind: 'mid-ledge', nominalMm: 96 },
        ],
        0.05,
      ),
    ).toBeCloseTo(0.17)
    expect(nominalLedgeDepthMm(plated)).toBe(2.05)
    expect(nominalLedgeDepthMm([])).toBe(0)
  })

  it('knows for every seat one link that lifts and the rest that sink', () => {
    for (const [seat, kinds] of Object.entries(seatLinks).filter(([seat]) => seat !== 'none'))
      expect(kinds.map(linkSign), seat).toEqual([1, ...kinds.slice(1).map(() => -1)])
    expect(seatLinks.none).toEqual([])
  })

  it('expects what a shim or a pack does', () => {
    expect(expectWithShimMm(0.04, 0.05)).toBeCloseTo(0.09)
    expect(expectAfterPackMm(0.14, 0.08, 0.002)).toBeCloseTo(0.058)
  })
})
