import { describe, expect, it } from 'vitest'
import { seededRandom } from '../sim/random'
import { crownDepthMm, planBarring, planBarringInput } from './plan-barring'

const random = seededRandom(41)
const between = (a: number, b: number) => a + random() * (b - a)

/** An engine drawn by lot; some have no window, some a whole turn of it. */
function engine() {
  const n = 2 + Math.floor(random() * 7)
  const firing = Array.from({ length: n }, (_, i) => i + 1).sort(() => random() - 0.5)
  return {
    firingOrder: firing,
    cycleDeg: random() < 0.7 ? (720 as const) : (360 as const),
    strokeMm: 120,
    rodMm: between(150, 260),
    crownBelowDeckMm: between(-0.5, 0.5),
    toolReachMm: between(20, 110),
    clearanceMm: 5,
    gasketMm: 1,
    bowlMm: 0,
    cylinders: firing.filter((_, i) => i === 0 || random() < 0.8),
    crankNowDeg: between(0, 720),
    marginDeg: between(0, 12),
  }
}

/** How few of one or two positions on a grid serve them all; three where no two do: slow, and right to the grid. */
function fewestByTrying(
  input: ReturnType<typeof engine>,
  half: number,
  bottoms: { cylinder: number; bottomDeg: number }[],
): number {
  const off = (x: number, bottomDeg: number) =>
    Math.abs(((((input.crankNowDeg + x - bottomDeg) % 360) + 540) % 360) - 180)
  const grid = Array.from({ length: 180 }, (_, i) => bottoms.map((b) => off(i * 2, b.bottomDeg) <= half))
  if (grid.some((g) => g.every(Boolean))) return 1
  return grid.some((a, i) => grid.slice(i).some((b) => a.every((clear, c) => clear || b[c]))) ? 2 : 3
}

describe('barring', () => {
  it('never asks for more stops than trying every pair of positions finds', () => {
    for (let i = 0; i < 60; i++) {
      const input = planBarringInput.parse(engine()) as ReturnType<typeof engine>
      let plan
      try {
        plan = planBarring(input)
      } catch {
        continue
      }
      expect(plan.stops).toBeLessThanOrEqual(fewestByTrying(input, plan.halfWindowDeg, plan.windows))
      // Each cylinder once, and clear all over the range it is named in.
      expect(plan.plan.flatMap((s) => s.cylinders).sort()).toEqual([...input.cylinders].sort())
      for (const stop of plan.plan) {
        expect(stop.fromDeg).toBeLessThanOrEqual(stop.toDeg + 1e-9)
        for (const at of [stop.fromDeg, (stop.fromDeg + stop.toDeg) / 2, stop.toDeg])
          for (const c of stop.cylinders) {
            const { bottomDeg } = plan.windows.find((w) => w.cylinder === c)!
            const depth = crownDepthMm(input, input.crankNowDeg + at - bottomDeg + 180)
            expect(depth).toBeGreaterThanOrEqual(plan.neededDepthMm - 1e-6)
          }
      }
      expect(plan.plan.at(-1)!.fromDeg).toBeCloseTo(plan.turnDeg, 9)
    }
  })

  it('lets a crank that stands well stand, and turns a piston in the way out of it', () => {
    const input = {
      ...engine(),
      firingOrder: [1, 2],
      cycleDeg: 720 as const,
      cylinders: [1],
      toolReachMm: 80,
      rodMm: 200,
      marginDeg: 5,
    }
    expect(planBarring({ ...input, crankNowDeg: 180 }).turnDeg).toBe(0)
    const turned = planBarring({ ...input, crankNowDeg: 0 })
    expect(turned.turnDeg).toBeCloseTo(180 - turned.halfWindowDeg, 6)
  })

  it('takes the tops of an uneven engine as they are', () => {
    const input = {
      ...engine(),
      firingOrder: [1, 2],
      cylinders: [1, 2],
      toolReachMm: 80,
      rodMm: 200,
      crankNowDeg: 0,
      marginDeg: 0,
    }
    const plan = planBarring({ ...input, tdc: [{ cylinder: 2, deg: 90 }] })
    expect(plan.windows).toEqual([
      { cylinder: 1, bottomDeg: 180 },
      { cylinder: 2, bottomDeg: 270 },
    ])
  })
})
