import type { Instrument } from '../figure-types'
import { uncertaintyByRule } from '../measure/uncertainty'
import type { TakenWith } from '../works/kind'
import type { Ask } from './ask'
import { isInstrument, type Gauge, type Snapshot } from './snapshot'
import type { MeasuredBy } from './turn'

/** What nobody names a gauge of the shop for. */
const unnamed: readonly Instrument[] = ['eye', 'rule', 'stopwatch']
const readByGauge = ['length', 'temperature', 'pressure', 'torque', 'angle']

/** The sort of instrument that reads what is asked; null where none with a name does. */
export const instrumentOf = ({ quantity, by }: Ask): Instrument | null =>
  quantity !== null && readByGauge.includes(quantity) ? (by.find((b) => !unnamed.includes(b)) ?? null) : null

/** The gauges that read what is asked. */
export const fitting = ({ by }: Ask, gauges: readonly Gauge[]): Gauge[] =>
  gauges.filter((g) => by.some((b) => isInstrument(g.kind, b)))

/** What a figure is taken with. @returns the gauge; null where none is named */
export type GaugeOf = (ask: Ask) => Gauge | null

/** The finest of the gauges for each figure. */
export const finestOf =
  ({ gauges, rule }: Pick<Snapshot, 'gauges' | 'rule'>): GaugeOf =>
  (ask) =>
    fitting(ask, gauges).sort((a, b) => uncertaintyByRule(rule, a) - uncertaintyByRule(rule, b))[0] ?? null

/**
 * What the figures of a turn are known to: of several gauges of lengths by the one that tells least; of a pressure by
 * its own.
 */
export function measuredBy(rule: Snapshot['rule'], asks: readonly Ask[], gaugeOf: GaugeOf): MeasuredBy {
  const used = (quantity: Ask['quantity']) =>
    asks
      .filter((a) => a.quantity === quantity && instrumentOf(a))
      .flatMap((a) => gaugeOf(a) ?? [])
      .map((g) => ({ gaugeId: g.id, uncertainty: uncertaintyByRule(rule, g) }))
      .sort((a, b) => b.uncertainty - a.uncertainty)[0]
  const length = used('length')
  const pressure = used('pressure')
  return {
    gaugeId: length?.gaugeId ?? null,
    uncertaintyMm: length?.uncertainty ?? 0,
    ...(pressure ? { uncertaintyKPa: pressure.uncertainty } : {}),
  }
}

/** What the figures were taken with, each sort of instrument once. @param asks those that were answered with a figure */
export function takenWith(rule: Snapshot['rule'], asks: readonly Ask[], gaugeOf: GaugeOf): TakenWith {
  const found = new Map<string, TakenWith[number]>()
  for (const ask of asks) {
    const sort = instrumentOf(ask)
    if (!sort) continue
    const gauge = gaugeOf(ask)
    const by = (gauge && ask.by.find((b) => isInstrument(gauge.kind, b))) ?? sort
    // Of a length somebody asks how sure it is: that nobody knows is kept, too.
    if (!gauge && ask.quantity !== 'length') continue
    const uncertainty = gauge ? uncertaintyByRule(rule, gauge) : null
    found.set(`${by} ${gauge?.id}`, { by, gaugeId: gauge?.id ?? null, uncertainty })
  }
  return [...found.values()]
}
