import { describe, expect, it } from 'vitest'
import { parseGaugeLine } from '../measure/gauge-line'
import { normal, seededRandom } from './random'
import {
  afterCuts,
  partTruth,
  takenPackMm,
  trueLedgeMm,
  truePartMm,
  trueProtrusionMm,
  trueStudyMm,
  type BoreTruth,
} from './simulated-engine'
import { SimulatedGauge } from './simulated-gauge'

const truth: BoreTruth = {
  cylinder: 3,
  asFound: { centreMm: -0.016, tiltMm: 0.058, highAtDeg: 215 },
  trial: { centreMm: 0.006, tiltMm: 0.062, highAtDeg: 215 },
  cutterBiasMm: 0.002,
}

describe('the simulated engine', () => {
  it('is lowered from its highest spot: a shallow cut takes the lean down first', () => {
    const shallow = afterCuts(truth.trial, [0.03], 0)
    expect(shallow.tiltMm).toBeCloseTo(0.032)
    expect(shallow.centreMm + shallow.tiltMm / 2).toBeCloseTo(0.037 - 0.03)
    expect(shallow.centreMm - shallow.tiltMm / 2).toBeCloseTo(-0.025)
    const deep = afterCuts(truth.trial, [0.08], 0.002)
    expect(deep).toMatchObject({ tiltMm: 0, highAtDeg: null })
    expect(deep.centreMm).toBeCloseTo(0.037 - 0.082)
    expect(afterCuts(truth.trial, [0.05, 0.03], 0.002).centreMm).toBeCloseTo(0.037 - 0.084)
  })

  it('rises with its shim, and shows the old liner as found', () => {
    const bare = trueProtrusionMm(truth, { asFound: false, packsMm: [], shimMm: 0 }, 90)
    expect(trueProtrusionMm(truth, { asFound: false, packsMm: [], shimMm: 0.2 }, 90) - bare).toBeCloseTo(0.2)
    expect(trueProtrusionMm(truth, { asFound: true, packsMm: [0.5], shimMm: 1 }, 215)).toBeCloseTo(0.013)
  })
})

describe('the simulated gauge', () => {
  const valueOf = (lines: string[]) => {
    const read = parseGaugeLine(lines[0] ?? '')
    return read.kind === 'value' ? read.valueMm : NaN
  }

  it('streams lines that the parser reads, true within its scatter', () => {
    const gauge = new SimulatedGauge(1)
    const values = Array.from({ length: 200 }, () => valueOf(gauge.tick(100, 0.098)))
    const mean = values.reduce((a, b) => a + b) / values.length
    expect(mean).toBeCloseTo(0.098, 3)
    expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(0.001)
  })

  it('reads from where it was zeroed', () => {
    const gauge = new SimulatedGauge(2)
    gauge.control({ do: 'noise', mm: 0 })
    gauge.tick(100, 0.1)
    gauge.control({ do: 'zero' })
    expect(valueOf(gauge.tick(100, 0))).toBeCloseTo(-0.1)
  })

  it('drifts, drops out and presses its button when asked', () => {
    const gauge = new SimulatedGauge(3)
    gauge.control({ do: 'noise', mm: 0 })
    gauge.control({ do: 'drift', mmPerMinute: 0.06 })
    expect(valueOf(gauge.tick(60_000, 0))).toBeCloseTo(0.06)
    gauge.control({ do: 'drift', mmPerMinute: 0 })
    gauge.control({ do: 'button' })
    expect(parseGaugeLine(gauge.tick(100, 0)[0]!)).toMatchObject({ button: true })
    expect(parseGaugeLine(gauge.tick(100, 0)[0]!)).toMatchObject({ button: false })
    gauge.control({ do: 'drop-outs', share: 1 })
    for (let i = 0; i < 20; i++) expect(valueOf(gauge.tick(100, 0))).toBeNaN()
  })

  it('is the same for the same seed', () => {
    const stream = (seed: number) => {
      const gauge = new SimulatedGauge(seed)
      return Array.from({ length: 20 }, () => gauge.tick(100, 0.1)[0])
    }
    expect(stream(5)).toEqual(stream(5))
    expect(stream(5)).not.toEqual(stream(6))
  })
})

it('draws normal numbers of mean 0 and spread 1', () => {
  const random = seededRandom(9)
  const values = Array.from({ length: 20_000 }, () => normal(random))
  const mean = values.reduce((a, b) => a + b) / values.length
  expect(Math.abs(mean)).toBeLessThan(0.03)
  expect(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length).toBeCloseTo(1, 1)
})

describe('what else the simulated gauge reads', () => {
  it('a ledge is low where the liner on it stands low, and a cut takes the high side first', () => {
    const depth = (packs: number[], angle: number) => trueLedgeMm(truth, packs, 10.6, angle)
    expect(depth([], 215)).toBeCloseTo(10.6 - 0.037, 9)
    expect(depth([], 35)).toBeCloseTo(10.6 + 0.025, 9)
    expect(depth([0.03], 215)).toBeCloseTo(10.563 + 0.032, 9)
    expect(depth([0.03], 35)).toBeCloseTo(10.625, 9)
    for (const angle of [0, 90, 215]) expect(depth([0.1], angle)).toBeCloseTo(10.563 + 0.102, 9)
  })

  it('a liner of the stock stands as thick as it is, turned with it', () => {
    const part = { meanMm: 10.61, wedgeMm: 0.008, thickAtDeg: 90 }
    expect(truePartMm(part, 90)).toBeCloseTo(10.614, 9)
    const bare = trueProtrusionMm(truth, { asFound: false, packsMm: [], shimMm: 0 }, 180)
    const turned = trueProtrusionMm(
      truth,
      { asFound: false, packsMm: [], shimMm: 0.2, liner: { truth: part, nominalMm: 10.6, rotationDeg: 90 } },
      180,
    )
    expect(turned - bare).toBeCloseTo(0.2 + 0.014, 9)
  })

  it('draws every part, pass and hand by its name: always the same, and not all alike', () => {
    expect(partTruth('T1', 10.6, 0.014, 0.009)).toEqual(partTruth('T1', 10.6, 0.014, 0.009))
    const means = ['T1', 'T2', 'T3', 'T4'].map((n) => partTruth(n, 10.6, 0.014, 0.009).meanMm)
    expect(new Set(means).size).toBe(4)
    for (const m of means) expect(Math.abs(m - 10.6)).toBeLessThanOrEqual(0.014)
    const taken = Array.from({ length: 200 }, (_, i) => takenPackMm(`pass ${i}`, 0.2) - 0.2)
    expect(Math.max(...taken.map(Math.abs))).toBeLessThanOrEqual(0.0008)
    expect(Math.abs(taken.reduce((s, t) => s + t, 0) / taken.length)).toBeLessThan(0.0002)
    expect(trueStudyMm('P1', 'Tom')).not.toBe(trueStudyMm('P1', 'Lise'))
  })
})
