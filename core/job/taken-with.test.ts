import { describe, expect, it } from 'vitest'
import { gaugeUncertaintyMm } from '../measure/uncertainty'
import { sixCylinders } from '../testing/make-snapshot'
import type { Ask } from './ask'
import { finestOf, instrumentOf, measuredBy, takenWith } from './taken-with'
import { gauge, type Gauge } from './snapshot'

const { gauges: sleds, rule } = sixCylinders()
const like = (id: string, kind: Gauge['kind'], repeatabilityMm: number): Gauge => ({
  ...sleds[0]!,
  id,
  kind,
  repeatabilityMm,
  resolutionMm: 0.001,
})
const fine = like('fine', 'bore', 0.001)
const coarse = like('coarse', 'bore', 0.01)
const micrometer = like('mic', 'outside', 0.004)
const bar: Gauge = { ...like('bar', 'pressure', 0), resolutionMm: 0, otherUncertainty: 2 }
const gauges = [...sleds, coarse, fine, micrometer, bar]
const ask = (key: string, quantity: Ask['quantity'], ...by: Ask['by'][number][]) =>
  ({ key, quantity, by }) as unknown as Ask
const bore = ask('boreMm', 'length', 'bore')
const outside = ask('mm', 'length', 'outside', 'rule')

describe('what a figure is taken with', () => {
  it('is an instrument of its own kind, and no other', () => {
    const of = finestOf({ gauges, rule })
    expect(of(bore)?.id).toBe('fine')
    expect(of(outside)?.id).toBe('mic')
    expect(of(ask('float', 'length', 'dial'))).toBeNull()
  })
  it('is nothing with a name for what an eye, a rule or a watch tells', () => {
    expect(instrumentOf(ask('depth', 'rough', 'rule'))).toBeNull()
    expect(instrumentOf(ask('blows', 'count', 'eye'))).toBeNull()
    expect(instrumentOf(ask('edge', 'length', 'rule', 'depth'))).toBe('depth')
  })
  it('judges by the gauge that tells least, and a pressure by its own', () => {
    const of = finestOf({ gauges, rule })
    expect(measuredBy(rule, [bore, outside, ask('startKPa', 'pressure', 'pressure')], of)).toEqual({
      gaugeId: 'mic',
      uncertaintyMm: gaugeUncertaintyMm(0.004, 0.001),
      uncertaintyKPa: 2,
    })
    expect(measuredBy(rule, [bore], () => null)).toEqual({ gaugeId: null, uncertaintyMm: 0 })
    expect(measuredBy('plain', [bore], of)).toEqual({ gaugeId: 'fine', uncertaintyMm: 0 })
  })
  it('names each once, and that nobody knows of a length which one it was', () => {
    const of = finestOf({ gauges: [bar], rule })
    const asks = [bore, bore, ask('a', 'pressure', 'pressure'), ask('b', 'temperature', 'thermometer')]
    expect(takenWith(rule, asks, of)).toEqual([
      { by: 'bore', gaugeId: null, uncertainty: null },
      { by: 'pressure', gaugeId: 'bar', uncertainty: 2 },
    ])
  })
})

describe('a gauge of the shop', () => {
  const thermometer = { ...bar, kind: 'thermometer' }
  it.each([
    ['one of lengths', sleds[0], true],
    ['one of pressures with what it is uncertain by', bar, true],
    ['one of lengths that reads nothing', { ...sleds[0], resolutionMm: 0 }, false],
    ['a thermometer of which that is not said', { ...thermometer, otherUncertainty: undefined }, false],
  ])('may be %s: %#', (_, of, good) => {
    const id = '00000000-0000-4000-8000-000000000001'
    expect(gauge.safeParse({ ...of, id }).success).toBe(good)
  })
})
