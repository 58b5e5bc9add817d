import { describe, expect, it } from 'vitest'
import type { Liner, Sheet, Snapshot } from '../../job/snapshot'
import { signatureHash } from '../../job/signature'
import { planSchools } from '../../plan/plan-schools'
import { readRepair } from '../../plan/read-repair'
import { Played, sixCylinders } from '../../testing/make-snapshot'
import { matchLiners } from '../../liner/match-liners'
import { readDeck } from './deck'
import { marks } from './glance'
import { moveInput } from './move-input'
import { nextMove } from './next-move'
import { mayShim, roomForShim } from './rings'
import { section, type LinerSection } from './section'
import { planAimMm, windowWith } from './windows'

const shimmed = { minMm: 0.09, maxMm: 0.13, aimMm: 0.11 }
const none: LinerSection = section.parse({})
function engine(own: Partial<LinerSection>, change: Partial<Snapshot> = {}): Snapshot {
  const plain = sixCylinders()
  const sheet: Sheet = { ...plain.sheet, sections: { liners: { ...none, ...own } } }
  return { ...plain, sheet, sheets: [sheet], ...change }
}
const liner = (n: number, flangeMm: number, ringsMm?: number[]): Liner => ({
  id: `00000000-0000-4000-8000-0000000009${String(n).padStart(2, '0')}`,
  engineId: sixCylinders().engine.id,
  label: `L${n}`,
  nominalMm: 10.6,
  material: '',
  onlyCylinder: null,
  readings: [0, 90, 180, 270].map((angleDeg) => ({ angleDeg, valueMm: flangeMm })),
  fitted: null,
  ...(ringsMm ? { ringsMm } : {}),
})
const four = (mm: number) => [mm, mm, mm, mm]
const shimOf = (played: Played, thicknessMm: number) =>
  played.snapshot.shims.find((s) => s.actualMm === thicknessMm)!.id
const moveOf = (played: Played, stage: 'trial-fit' | 'final-check', cylinder: number) =>
  nextMove(moveInput(played.snapshot, readDeck(played.snapshot, stage), cylinder, false))

describe('a window of its own where a shim lies', () => {
  it('counts for that liner alone, and says so', () => {
    const played = new Played(engine({ shimmed })).shim(3, shimOf(new Played(engine({})), 0.05), 0.08)
    played.deck({ 3: four(0.08) })
    const [, two, three] = readDeck(played.snapshot, 'trial-fit').cylinders
    expect([two!.window.of, three!.window.of]).toEqual(['bare', 'shimmed'])
    // Inside of the bare window, below the one with a shim.
    expect([two!.verdict, three!.verdict]).toEqual(['in', 'out'])
    expect(three!.stations.map((s) => s.verdict)).toEqual(['out', 'out', 'out', 'out'])
    expect(marks(played.snapshot)?.worst).toMatchObject({ cylinder: 3, verdict: 'out' })
    const plain = new Played(sixCylinders()).shim(3, shimOf(new Played(engine({})), 0.05), 0.08).deck({ 3: four(0.08) })
    expect(readDeck(plain.snapshot, 'trial-fit').cylinders[2]).toMatchObject({ verdict: 'in', window: { of: 'one' } })
  })

  it('is what a shim is chosen for, and what the move tells', () => {
    const low = { 3: four(0.03) }
    expect(moveOf(new Played(sixCylinders()).deck(low), 'trial-fit', 3)).toMatchObject({
      action: 'shim',
      figures: { shimMm: 0.05 },
    })
    const found = moveOf(new Played(engine({ shimmed })).deck(low), 'trial-fit', 3)
    expect(found).toMatchObject({
      action: 'shim',
      figures: { shimMm: 0.1, window: 'shimmed', windowMinMm: 0.09, windowMaxMm: 0.13 },
    })
  })

  it('is the limit that sends a liner back from the final check', () => {
    const played = new Played(engine({ shimmed })).shim(3, shimOf(new Played(engine({})), 0.05), 0.12)
    played.deck({ 3: four(0.08) }, 'final-check')
    expect(moveOf(played, 'final-check', 3)).toMatchObject({
      action: 'back-to-trial',
      reason: 'outside-low',
      figures: { limitMm: 0.09, window: 'shimmed' },
    })
  })

  it('is what every school and the match aim into where they put a shim', async () => {
    const snapshot = engine({ shimmed }, { liners: [1, 2, 3, 4, 5, 6].map((n) => liner(n, 10.52)) })
    const input = readRepair(snapshot, { keepBores: false, noTurning: true, samples: 500 })
    // A bare liner would stand at 0.020: every bore wants a shim of 0.090, and there are 0.05, 0.10, 0.20 and 0.30.
    for (const plan of await planSchools({ ...input, sizesMm: [0.05, 0.1, 0.2, 0.3] })) {
      for (const b of plan.bores) {
        const { minMm, maxMm } = windowWith(snapshot.sheet, b.shimMm > 0)
        const inside = b.expectMm >= minMm - 1e-6 && b.expectMm <= maxMm + 1e-6
        expect(b.verdict === 'in', `${plan.school} ${b.cylinder}`).toBe(inside)
      }
      if (plan.school === 'leave') expect(plan.bores[0]).toMatchObject({ shimMm: 0.1, verdict: 'in' })
    }
  })

  it('moves the aim of a taken plan with it, as far up as the plan went', () => {
    const { sheet } = engine({ shimmed })
    const plan = { targetMm: 0.12, school: 'upper' as const }
    expect(planAimMm(sheet, plan, false)).toBe(0.12)
    // Half way from the aim to the most, in either window.
    expect(planAimMm(sheet, plan, true)).toBeCloseTo(0.12, 9)
    expect(planAimMm(sheet, { targetMm: 0.1, school: 'aim' }, true)).toBeCloseTo(0.11, 9)
    expect(planAimMm(sheet, { targetMm: 0.11, school: 'alike' }, true)).toBe(0.11)
  })

  it('changes no signature of a job whose sheet has none', () => {
    const closure = {
      seq: 99,
      personId: sixCylinders().people[0]!.id,
      at: '2026-11-02T08:00:00.000Z',
      stage: 'trial-fit' as const,
      closes: true,
      note: '',
      hash: '',
      storedAt: '2026-11-02T08:00:00.000Z',
      kept: null,
      judged: null,
    }
    const with2 = new Played(sixCylinders()).deck().snapshot
    const without = { ...with2, sheet: { ...with2.sheet, sections: {} } }
    for (const sealVersion of [2, 3])
      expect(signatureHash(with2, { ...closure, sealVersion })).toBe(
        signatureHash(without, { ...closure, sealVersion }),
      )
  })

  it('is refused with its limits crossed, or its aim outside', () => {
    const wrong = (window: object) => section.safeParse({ shimmed: window }).error?.issues.map((i) => i.message)
    expect(wrong({ minMm: 0.13, maxMm: 0.09, aimMm: 0.11 })).toContain('must not be above the maximum')
    expect(wrong({ minMm: 0.09, maxMm: 0.13, aimMm: 0.2 })).toEqual(['must lie between the two limits'])
  })
})

describe('rings that came with a liner', () => {
  it('count among those that may lie on each other', () => {
    const [one, two] = [engine({}).sheet, engine({ ringsMax: 2 }).sheet]
    expect([mayShim(one, liner(1, 10.6)), mayShim(one, liner(1, 10.8, [0.2]))]).toEqual([true, false])
    expect([mayShim(two, liner(1, 10.8, [0.2])), mayShim(two, liner(1, 10.9, [0.2, 0.1]))]).toEqual([true, false])
    expect(mayShim(one, null)).toBe(true)
  })

  it('leave a liner to be cut or to stay: no move, no school and no match puts a shim under it', async () => {
    const low = [1, 2, 3, 4, 5, 6].map((n) => liner(n, 10.52, [0.2]))
    const played = new Played(engine({}, { liners: low }))
    played.act({ what: 'place-liner', placementId: played.id(600), cylinder: 3, linerId: low[2]!.id, rotationDeg: 0 })
    expect([roomForShim(played.snapshot, 3), roomForShim(played.snapshot, 4)]).toEqual([false, true])
    played.deck({ 3: four(0.03), 4: four(0.03) })
    expect(moveOf(played, 'trial-fit', 3).action).not.toBe('shim')
    expect(moveOf(played, 'trial-fit', 4)).toMatchObject({ action: 'shim' })
    const input = readRepair(played.snapshot, { keepBores: false, noTurning: true, samples: 200 })
    for (const plan of await planSchools(input)) {
      const wrong = plan.bores.filter((b) => b.shimMm > 0 && b.problems.every((p) => p !== 'too-many-rings'))
      expect(wrong, plan.school).toEqual([])
      if (plan.school === 'aim') expect(plan.shimsUsed).toBe(0)
    }
    const match = await matchLiners({
      bores: [{ cylinder: 1, depthMm: 10.5, tiltMm: 0, highAtDeg: 0 }],
      liners: [{ id: 'a', flangeMm: 10.52, wedgeMm: 0, thickAtDeg: 0, noShim: true }],
      shims: [{ thicknessMm: 0.1, count: 1 }],
      otherMm: 0,
      rotationsDeg: [0],
      heads: [[1]],
      targetMm: 0.1,
      spec: { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 },
    })
    expect(match.assignment[0]).toMatchObject({ shimMm: 0 })
  })
})
