import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooseRenewals } from '../liner/choose-renewals'
import { stackUp } from '../liner/stack-up'
import { planPull } from '../pull/plan-pull'
import { normal, seededRandom } from '../sim/random'
import pulls from '../vectors/plan-pull.json'
import { asProtrusionMm } from './as-protrusion'
import { compareSets } from './compare-sets'
import { isDoubtfulZero } from './doubtful-reading'
import { planeHeightMm } from './fit-plane'
import { studyGauge } from './study-gauge'

const stations = [0, 90, 180, 270]
const set = (centreMm: number, tiltMm: number, highAtDeg: number) =>
  stations.map((angleDeg) => ({ angleDeg, valueMm: planeHeightMm({ centreMm, tiltMm, highAtDeg }, angleDeg) }))

describe('compareSets', () => {
  const dry = set(0.1, 0.01, 40)

  it('finds nothing where nothing moved more than the gauge can tell', () => {
    expect(compareSets(dry, set(0.104, 0.01, 40), 0.004).reading).toBe('same')
    expect(compareSets(dry, set(0.106, 0.01, 40), 0.004).reading).toBe('up')
    expect(compareSets(dry, set(0.09, 0.01, 40), 0.004).reading).toBe('down')
  })

  it('tells one side up by its amount and direction: dirt or a pinched ring lies there', () => {
    const found = compareSets(
      dry,
      set(0.12, 0, 0).map((r, i) => ({ ...r, valueMm: dry[i]!.valueMm + (r.angleDeg === 90 ? 0.05 : 0) })),
      0.004,
    )
    expect(found).toMatchObject({
      reading: 'one-side-up',
      highAtDeg: expect.closeTo(90, 6),
      tiltShiftMm: expect.closeTo(0.05, 9),
    })
    expect(found.stations.map((s) => s.real)).toEqual([false, true, false, false])
  })

  it('takes the stations in any order and any number of turns', () => {
    const turned = [...set(0.15, 0.01, 40)].reverse().map((r) => ({ ...r, angleDeg: r.angleDeg - 360 }))
    expect(compareSets(dry, turned, 0).meanShiftMm).toBeCloseTo(0.05, 12)
  })
})

describe('studyGauge', () => {
  /** A study of a made-up gauge with known standard deviations, mm. */
  function study(
    parts: number,
    operators: number,
    trials: number,
    sd: { part: number; operator: number; repeat: number },
  ) {
    const random = seededRandom(11)
    const people = Array.from({ length: operators }, () => normal(random) * sd.operator)
    return Array.from({ length: parts }, () => normal(random) * sd.part).flatMap((part, p) =>
      people.flatMap((person, o) =>
        Array.from({ length: trials }, (_, trial) => ({
          part: p,
          operator: o,
          trial,
          valueMm: 0.1 + part + person + normal(random) * sd.repeat,
        })),
      ),
    )
  }

  it('finds back what was put in', () => {
    const found = studyGauge({
      readings: study(60, 12, 4, { part: 0.02, operator: 0.003, repeat: 0.002 }),
      resolutionMm: 0.001,
    })
    expect(found.repeatabilityMm).toBeCloseTo(0.002, 3)
    expect(found.partMm).toBeCloseTo(0.02, 2)
    expect(found.operatorMm).toBeGreaterThan(0.0015)
    expect(found.operatorMm).toBeLessThan(0.005)
    expect(found.totalMm ** 2).toBeCloseTo(found.gaugeMm ** 2 + found.partMm ** 2, 12)
    expect(found).not.toHaveProperty('gaugeShareOfTolerance')
  })

  it('blames nobody where people agree', () => {
    expect(
      studyGauge({ readings: study(30, 3, 4, { part: 0.02, operator: 0, repeat: 0.002 }), resolutionMm: 0.001 })
        .operatorMm,
    ).toBeLessThan(0.0008)
  })

  it('says nothing of people with one person, and nothing of classes with a gauge that never scatters', () => {
    const alone = studyGauge({
      readings: study(8, 1, 3, { part: 0.02, operator: 0.01, repeat: 0.002 }),
      resolutionMm: 0.001,
    })
    expect(alone).toMatchObject({ operatorMm: 0, interactionMm: 0, interactionPooled: null, interactionP: null })
    const still = studyGauge({ readings: study(4, 1, 2, { part: 0.02, operator: 0, repeat: 0 }), resolutionMm: 0.01 })
    expect(still).toMatchObject({ gaugeMm: 0, distinctCategories: null })
    expect(still.expandedUncertaintyMm).toBeCloseTo(0.02 / Math.sqrt(12), 12)
  })
})

describe('stackUp', () => {
  const links = [
    { name: 'flange', sign: 1 as const, nominalMm: 10.6, tolMm: 0.02, distribution: 'normal' as const },
    { name: 'counterbore', sign: -1 as const, nominalMm: 10.5, tolMm: 0.03, distribution: 'uniform' as const },
  ]
  const run = (minMm: number, maxMm: number, seed = 1) =>
    stackUp({ links, spec: { minMm, maxMm }, samples: 40_000, seed })

  it('gives the same chance for the same seed, and about the same for another', () => {
    expect(run(0.08, 0.12, 3)).toEqual(run(0.08, 0.12, 3))
    expect(Math.abs(run(0.08, 0.12, 3).chanceInside - run(0.08, 0.12, 4).chanceInside)).toBeLessThan(0.02)
  })

  it('is certain where it must be, and even where it must be', () => {
    expect(run(-1, 1).chanceInside).toBe(1)
    expect(run(0.5, 1).chanceInside).toBe(0)
    expect(run(0.1, 1).chanceInside).toBeCloseTo(0.5, 1)
    expect(run(0, 1)).toMatchObject({ worstMinMm: expect.closeTo(0.05, 9), worstMaxMm: expect.closeTo(0.15, 9) })
  })
})

describe('planPull', () => {
  const { input } = pulls.cases[0]!

  it('pulls more with grease for the same arm, and never allows more than the weakest part', () => {
    const greased = planPull({ ...input, screw: { ...input.screw, threadFriction: 0.08, faceFriction: 0.08 } })
    const plain = planPull(input)
    expect(greased.pullN).toBeGreaterThan(plain.pullN)
    for (const plan of [greased, plain]) expect(plan.safePullN).toBe(Math.min(...Object.values(plan.limits)))
  })

  it('reaches its limit exactly at the torque where it says to stop', () => {
    const plan = planPull(input)
    const there = planPull({ ...input, handForceN: (plan.stopTorqueNm * 1000) / input.leverMm })
    expect(there.pullN).toBeCloseTo(plan.safePullN, 6)
    expect(planPull({ ...input, handForceN: (plan.stopTorqueNm * 990) / input.leverMm }).withinLimit).toBe(true)
    expect(planPull({ ...input, handForceN: (plan.stopTorqueNm * 1010) / input.leverMm }).withinLimit).toBe(false)
  })
})

describe('chooseRenewals', () => {
  it('costs more now and comes back less with every liner renewed, and picks the cheapest', () => {
    const chance = fc.double({ min: 0.01, max: 0.9, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(chance, { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 0, max: 9000 }),
        (chances, openUpAgain) => {
          const cylinders = chances.map((failChance, i) => ({ cylinder: i + 1, failChance }))
          const { options, cheapest } = chooseRenewals({
            cylinders,
            renewedFailChance: 0.005,
            alwaysRenew: [1],
            cost: { openUpAgain, downtime: 500, linerParts: 700, linerLabour: 150 },
          })
          expect(options[0]!.renew).toEqual([1])
          expect(options.at(-1)!.renew).toHaveLength(chances.length)
          options.slice(1).forEach((option, i) => {
            expect(option.nowCost).toBeGreaterThan(options[i]!.nowCost)
            expect(option.comebackChance).toBeLessThan(options[i]!.comebackChance)
          })
          expect(options[cheapest]!.expectedCost).toBeLessThanOrEqual(
            Math.min(...options.map((o) => o.expectedCost)) + 1e-6,
          )
        },
      ),
    )
  })
})

it('turns the sign of a gauge that was zeroed on the liner', () => {
  expect([asProtrusionMm(-0.098, 'liner'), asProtrusionMm(0.098, 'deck')]).toEqual([0.098, 0.098])
})

it('asks about a zero only where a gauge cannot have wandered so far', () => {
  expect([0.004, 0.02, 0.021, -0.098].map((zero) => isDoubtfulZero(zero, 0.0036))).toEqual([false, false, true, true])
  expect(isDoubtfulZero(0.04, 0.01)).toBe(false)
})
