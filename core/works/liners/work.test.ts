import { linerIn } from '../../job/apply'
import { beforeEach, describe, expect, it } from 'vitest'
import { Played, sixCylinders } from '../../testing/make-snapshot'
import { biasToOffer, learnBias, readCutBore } from './cut-bore'
import { readLedge } from './ledges'
import { gateProblems } from '../logic'
import { plugsIn } from '../../job/tally'
import type { Liner, Snapshot } from '../../job/snapshot'
import { cutMove, readWork } from './cut'
import { repairPlan } from './plan/steps'
import { parts } from './parts/steps'
import { counterbores } from './counterbores/steps'
import { applyAct } from '../../job/apply'

const liner = (n: number, flangeMm = 10.6): Liner => ({
  id: `00000000-0000-4000-8000-0000000009${String(n).padStart(2, '0')}`,
  engineId: sixCylinders().engine.id,
  label: `L${n}`,
  nominalMm: 10.6,
  material: '',
  onlyCylinder: null,
  readings: [0, 90, 180, 270].map((angleDeg) => ({ angleDeg, valueMm: flangeMm })),
  fitted: null,
})
const liners = [1, 2, 3, 4, 5, 6].map((n) => liner(n))

let played: Played
beforeEach(() => {
  played = new Played(sixCylinders({ liners }))
})
const ledgeSet = (cylinder: number, valuesMm: number[], zeroMm = 0) =>
  played.set(cylinder, valuesMm, { stage: 'counterbores', zeroMm })
const wear = (cylinder: number, kind: 'fretting' | 'burr', depthMm = 0) =>
  played.act({
    what: 'mark-wear',
    markId: played.id(500 + played.snapshot.wearMarks.length),
    cylinder,
    kind,
    atDeg: 30,
    spanDeg: 60,
    depthMm,
    words: '',
  })
const place = (cylinder: number, linerId: string | null) =>
  played.act({
    what: 'place-liner',
    placementId: played.id(600 + played.snapshot.placements.length),
    cylinder,
    linerId,
    rotationDeg: 0,
  })
const plug = (cylinder: number, goesIn: boolean) =>
  played.act({ what: 'tally-plug', tallyId: played.id(700 + played.snapshot.tally.length), cylinder, goesIn })
const even = [10.5, 10.501, 10.499, 10.5]

describe('what keeps a stage from closing', () => {
  const gate = (stage: 'as-found' | 'counterbores' | 'trial-fit') =>
    Object.fromEntries(
      gateProblems(played.snapshot, stage, 0)
        .filter((p) => p.cylinders.includes(3))
        .map((p) => [p.code, p.soft ? 'with a reason' : 'never']),
    )

  it('of the ledges: what is not cleaned never closes, what is not measured does with a reason', () => {
    wear(3, 'burr')
    ledgeSet(2, even)
    expect(gate('counterbores')).toEqual({ 'not-measured': 'with a reason', 'clean-first': 'never' })
    ledgeSet(3, even, 0.2)
    expect(gate('counterbores')).toEqual({ 'zero-moved': 'with a reason', 'clean-first': 'never' })
  })

  it('of a deck: outside, changed or against a moved zero never closes after the work, and does before it', () => {
    const four = (mm: number) => [mm, mm, mm, mm]
    played.set(3, four(0.3), { stage: 'as-found', zeroMm: 0.2 })
    expect(gate('as-found')).toEqual({ 'zero-moved': 'with a reason' })
    played.set(3, four(0.3), { zeroMm: 0.2 })
    expect(gate('trial-fit')).toEqual({ 'zero-moved': 'never', out: 'never' })
    played.cut(3, [0.1], 0.2)
    expect(gate('trial-fit')).toMatchObject({ changed: 'never' })
    expect(gate('as-found')).not.toHaveProperty('changed')
  })
})

describe('a pull', () => {
  it('takes the liner out of its bore in the same act, and struck out puts it back', () => {
    const liner = played.snapshot.liners[0]!
    const fitted = () => played.snapshot.liners.find((l) => l.id === liner.id)!.fitted
    place(3, liner.id)
    expect(fitted()).toMatchObject({ cylinder: 3 })
    const log = { pullerId: null, peakNm: null, tightMm: [], ranOut: 'coolant' as const, words: '' }
    played.act({ what: 'log-pull', pullId: played.id(800), cylinder: 2, ...log })
    expect(fitted()).toMatchObject({ cylinder: 3 })
    played.act({ what: 'log-pull', pullId: played.id(801), cylinder: 3, ...log })
    expect([fitted(), linerIn(played.snapshot, 3)?.linerId]).toEqual([null, null])
    played.act({ what: 'strike-entry', entryId: played.id(801), reason: 'another cylinder' })
    expect([fitted(), linerIn(played.snapshot, 3)?.linerId]).toEqual([
      expect.objectContaining({ cylinder: 3 }),
      liner.id,
    ])
    played.act({ what: 'log-pull', pullId: played.id(802), cylinder: 3, ...log })
    place(3, liner.id)
    expect(fitted()).toMatchObject({ cylinder: 3 })
  })
})

describe('ledges', () => {
  it('are read as they stand: deepest where the depth is greatest, and after a cut where the arithmetic puts them', () => {
    ledgeSet(3, [10.619, 10.612, 10.569, 10.576])
    const before = readLedge(played.snapshot, 3)
    expect(before.judgement).toMatchObject({ reason: 'leans', verdict: 'out' })
    expect(before.depthMm).toBeCloseTo(before.plane!.centreMm - before.plane!.tiltMm / 2, 9)
    wear(3, 'fretting', 0.02)
    expect(readLedge(played.snapshot, 3)).toMatchObject({ frettingMm: 0.02 })
    played.cut(3, [0.2], -0.1)
    const after = readLedge(played.snapshot, 3)
    expect(after).toMatchObject({ changed: true, judgement: null, frettingMm: 0 })
    expect(after.depthMm).toBeCloseTo(before.depthMm + 0.2, 9)
    ledgeSet(3, [10.77, 10.77, 10.77, 10.77])
    expect(readLedge(played.snapshot, 3)).toMatchObject({ changed: false, depthMm: expect.closeTo(10.77, 9) })
  })

  it('keep some of their fretting after a cut that does not reach below it', () => {
    ledgeSet(3, even)
    wear(3, 'fretting', 0.05)
    played.cut(3, [0.04], 0)
    expect(readLedge(played.snapshot, 3).frettingMm).toBeGreaterThan(0.02)
  })

  it('go by the book before they are measured', () => expect(readLedge(played.snapshot, 1).depthMm).toBe(10.5))

  it('are asked for one after the other, cleaned before they count, and closed when all are read', () => {
    expect(counterbores.move(played.snapshot, { cylinder: 2, gaugeLive: false })).toMatchObject({
      action: 'measure',
      cylinder: 2,
      stationDeg: 0,
      reason: 'first',
    })
    ledgeSet(2, even)
    expect(counterbores.move(played.snapshot, { cylinder: 2, gaugeLive: false })).toMatchObject({
      action: 'next-cylinder',
      cylinder: 3,
    })
    wear(2, 'burr')
    expect(counterbores.move(played.snapshot, { cylinder: 2, gaugeLive: false })).toMatchObject({
      action: 'clean-ledge',
      reason: 'burr',
      caution: 'file',
    })
    expect(gateProblems(played.snapshot, 'counterbores', 0).map((p) => p.code)).toContain('clean-first')
    played.act({ what: 'strike-wear', markId: played.snapshot.wearMarks[0]!.id, reason: 'cleaned-off' })
    for (const c of [1, 3, 4, 5, 6]) ledgeSet(c, c === 4 ? [10.56, 10.5, 10.5, 10.56] : even)
    expect(counterbores.move(played.snapshot, { cylinder: 1, gaugeLive: false })).toMatchObject({
      action: 'close-stage',
      reason: 'some-worn',
      figures: { cylinders: [4] },
    })
    ledgeSet(5, even, 0.03)
    expect(counterbores.move(played.snapshot, { cylinder: 1, gaugeLive: false })).toMatchObject({
      action: 'next-cylinder',
      cylinder: 5,
    })
    expect(counterbores.move(played.snapshot, { cylinder: 5, gaugeLive: false })).toMatchObject({
      action: 'measure',
      reason: 'zero-moved',
    })
  })

  it('end a gauge set on its zero', () => {
    played.set(1, even, { stage: 'counterbores' })
    expect(counterbores.move(played.snapshot, { cylinder: 1, gaugeLive: true })).toMatchObject({ action: 'close-zero' })
  })
})

describe('parts and plan', () => {
  it('ask for liners, for their measurement, and name the odd ones', () => {
    expect(parts.move({ ...played.snapshot, liners: [] }, { cylinder: 1 })).toMatchObject({ action: 'add' })
    expect(
      parts.move({ ...played.snapshot, liners: [...liners, { ...liner(7), readings: [] }] }, { cylinder: 1 }),
    ).toMatchObject({
      action: 'measure',
      reason: 'one-left',
      figures: { label: 'L7' },
    })
    expect(parts.move({ ...played.snapshot, liners: [...liners, liner(7, 10.64)] }, { cylinder: 1 })).toMatchObject({
      action: 'close-stage',
      reason: 'some-odd',
      figures: { labels: ['L7'] },
    })
    expect(parts.move(played.snapshot, { cylinder: 1 })).toMatchObject({ reason: 'all-measured' })
  })

  it('plan nothing over ledges nobody measured', () => {
    expect(repairPlan.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'ledges-first' })
    for (const c of [1, 2, 3, 4, 5, 6]) ledgeSet(c, even)
    expect(repairPlan.move(played.snapshot, { cylinder: 1 })).toMatchObject({ action: 'take', button: null })
    expect(gateProblems(played.snapshot, 'repair-plan', 0)).toEqual([{ code: 'no-plan', cylinders: [], soft: false }])
    takePlan()
    expect(repairPlan.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'close-stage',
      figures: { cuts: 1, shims: 1, school: 'leave' },
    })
  })
})

/** Cylinder 3 is to lose 0.3 and get a shim of 0.2; nothing else is to be done. */
function takePlan(): void {
  const bores = [{ cylinder: 3, linerId: liners[2]!.id, rotationDeg: 90, cutMm: 0.3, shimMm: 0.2 }]
  played.act({
    what: 'take-plan',
    planId: played.id(800 + played.snapshot.plans.length),
    school: 'leave',
    changed: false,
    targetMm: 0.1,
    bores,
  })
}
const next = (selected = 3) => cutMove(played.snapshot, selected)

describe('the work at the cutter', () => {
  beforeEach(() => {
    ledgeSet(3, [10.3, 10.3, 10.3, 10.3])
    takePlan()
  })

  it('goes pass by pass: plug, cut, refit, measure, shim, measure, plug out', () => {
    expect(cutMove(sixCylinders(), 1)).toMatchObject({ action: 'plan-first' })
    expect(next()).toMatchObject({ action: 'plug-in' })
    plug(3, true)
    expect(plugsIn(played.snapshot)).toEqual([3])
    expect(gateProblems(played.snapshot, 'cut', 0)).toEqual([
      { code: 'plug-in', cylinders: [3], soft: false },
      { code: 'not-as-planned', cylinders: expect.arrayContaining([3]) as number[], soft: true },
    ])
    const first = next()
    expect(first).toMatchObject({
      action: 'cut',
      reason: 'arithmetic',
      figures: { passKind: 'rough', leavesMm: [0.25], expectMm: expect.closeTo(-0.05, 9) },
    })
    played.cut(3, [0.25], first.figures.expectMm as number)
    expect(next()).toMatchObject({ action: 'refit', figures: { label: 'L3', turnDeg: 90 } })
    place(3, liners[2]!.id)
    expect(played.snapshot.liners[2]!.fitted).toMatchObject({ cylinder: 3 })
    expect(next()).toMatchObject({ action: 'measure', reason: 'after-pass' })
    played.set(3, [-0.052, -0.052, -0.052, -0.052], { zeroMm: 0 })
    expect(next()).toMatchObject({ action: 'liner-out' })
    place(3, null)
    expect(played.snapshot.liners[2]!.fitted).toBeNull()
    const last = next()
    expect(last).toMatchObject({ action: 'cut', reason: 'measured', figures: { passKind: 'finish', leavesMm: [0.04] } })
    played.cut(3, [0.04], -0.092)
    place(3, liners[2]!.id)
    played.set(3, [-0.094, -0.094, -0.094, -0.094], { zeroMm: 0 })
    expect(next()).toMatchObject({ action: 'liner-out', reason: 'before-shim' })
    place(3, null)
    expect(next()).toMatchObject({ action: 'shim', figures: { label: 'S2', expectMm: expect.closeTo(0.106, 9) } })
    played.shim(3, played.snapshot.shims[2]!.id, 0.106)
    expect(next()).toMatchObject({ action: 'refit' })
    place(3, liners[2]!.id)
    expect(next()).toMatchObject({ action: 'measure', reason: 'at-the-end' })
    played.set(3, [0.105, 0.105, 0.106, 0.105], { zeroMm: 0 })
    expect(next()).toMatchObject({ action: 'plug-out' })
    plug(3, false)
    expect(next()).toMatchObject({ action: 'close-stage' })
    expect(readWork(played.snapshot)[0]).toMatchObject({ cylinder: 3, move: null })
    expect(gateProblems(played.snapshot, 'cut', 0)).toEqual([])

    const bore = readCutBore(played.snapshot, 3)
    expect(bore.passes.map((p) => p.differenceMm)).toEqual([expect.closeTo(-0.002, 9), expect.closeTo(-0.002, 9)])
    expect(learnBias(played.snapshot)).toEqual({
      passes: 2,
      biasMm: expect.closeTo(0.002, 9),
      scatterMm: expect.closeTo(0, 9),
    })
  })

  it('is measured before the last pass, not cut by arithmetic alone', () => {
    const bores = [{ cylinder: 3, linerId: null, rotationDeg: 0, cutMm: 0.04, shimMm: 0 }]
    played.act({ what: 'take-plan', planId: played.id(850), school: 'aim', changed: true, targetMm: 0.1, bores })
    expect(next()).toMatchObject({ action: 'measure', reason: 'before-last' })
  })

  it('answers a cut too deep with what can still be done', () => {
    plug(3, true)
    played.cut(3, [0.25], -0.05)
    place(3, liners[2]!.id)
    played.set(3, [-0.19, -0.19, -0.19, -0.19], { zeroMm: 0 })
    expect(next()).toMatchObject({
      action: 'too-deep',
      reason: 'thicker-shim',
      figures: { label: 'S3', shimMm: 0.3, expectMm: expect.closeTo(0.11, 9) },
    })
    const poor: Snapshot = {
      ...played.snapshot,
      shims: played.snapshot.shims.slice(0, 1),
      liners: [...played.snapshot.liners, liner(8, 10.88)],
    }
    expect(cutMove(poor, 3)).toMatchObject({
      action: 'too-deep',
      reason: 'other-liner',
      button: null,
      figures: { label: 'L8' },
    })
    expect(cutMove({ ...poor, liners: played.snapshot.liners }, 3)).toMatchObject({
      reason: 'machine-shop',
      button: null,
      caution: 'block-to-machine-shop',
    })
  })

  it('refuses a shim after a cut too deep that would leave the low side of a leaning liner under its limit', () => {
    plug(3, true)
    played.cut(3, [0.25], -0.05)
    place(3, liners[2]!.id)
    // Its middle would come to 0.08 with the thickest shim, inside; its low side to 0.05, under 0.06.
    played.set(3, [-0.19, -0.22, -0.25, -0.22], { zeroMm: 0 })
    expect(next()).toMatchObject({ action: 'too-deep', reason: 'machine-shop', button: null })
    // Level at the same middle, the same shim serves.
    played.set(3, [-0.22, -0.22, -0.22, -0.22], { zeroMm: 0 })
    expect(next()).toMatchObject({ action: 'too-deep', reason: 'thicker-shim', figures: { shimMm: 0.3 } })
  })

  it('never goes past the depth limit', () => {
    const limits = { ...played.snapshot.sheet.limits, maxLedgeDepthMm: 10.4 }
    expect(
      cutMove(
        {
          ...played.snapshot,
          sheet: { ...played.snapshot.sheet, limits },
          tally: [
            { id: 'x', seq: 1, personId: '', at: '', cylinder: 3, goesIn: true, place: 'bore', item: 'rag', count: 1 },
          ],
        },
        3,
      ),
    ).toMatchObject({ action: 'blocked', reason: 'past-max-depth', caution: 'block-to-machine-shop' })
  })

  it('knows a pass that nobody measured, and a liner that is in with its seals', () => {
    played.cut(3, [0.1], 0)
    expect(readCutBore(played.snapshot, 3)).toMatchObject({ unmeasured: true, sealed: false })
    ledgeSet(3, [10.4, 10.4, 10.4, 10.4])
    expect(readCutBore(played.snapshot, 3).unmeasured).toBe(false)
    played.set(3, [0.1, 0.1, 0.1, 0.1], { stage: 'final-check' })
    expect(readCutBore(played.snapshot, 3).sealed).toBe(true)
  })

  it('keeps the bias a pass was reckoned with', () => {
    played.act({
      what: 'cut-pass',
      cutId: played.id(900),
      cylinder: 3,
      kind: 'rough',
      leavesMm: [0.1],
      expectMm: 0,
      biasMm: 0.003,
      unmeasured: 'gauge away',
    })
    expect(played.snapshot.cuts[0]).toMatchObject({ biasMm: 0.003, unmeasured: 'gauge away', packMm: 0.1 })
    const later = applyAct(
      { ...played.snapshot, tooling: { ...played.snapshot.tooling, cutterBiasMm: 0.01 } },
      { what: 'cut-pass', cutId: played.id(901), cylinder: 3, kind: 'rough', leavesMm: [0.1], expectMm: 0 },
      { seq: 99, at: '', personId: '' },
    )
    expect(later.cuts[1]).toMatchObject({ biasMm: 0.01, unmeasured: '' })
  })
})

describe('the bias on offer', () => {
  it('is worth it after two passes that tell another one than is in use', () => {
    const learned = { passes: 2, biasMm: 0.00214, scatterMm: 0.0004 }
    expect(biasToOffer(learned, 0)).toBe(0.0021)
    expect(biasToOffer(learned, 0.002)).toBeNull()
    expect(biasToOffer({ ...learned, passes: 1 }, 0)).toBeNull()
    expect(biasToOffer(null, 0)).toBeNull()
    expect(biasToOffer({ ...learned, biasMm: -0.003 }, 0)).toBe(-0.003)
  })
})
