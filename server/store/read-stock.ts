import type { Transaction } from 'sequelize'
import { startRates, type Liner, type Rates, type Shim } from '#core/job/snapshot'
import { mean } from '#core/measure/mean'
import type { Reading } from '#core/schema'
import type { Stock, Study } from '#contract/shop'
import type { Row, TableName } from './models'
import { iso, list, num, numOrNull, rows, str } from './read-values'
import type { Store } from './store'
import { unionRows } from './union-rows'

const fittedOf = (r: Row) => (r.fittedJobId ? { jobId: str(r.fittedJobId), cylinder: num(r.fittedCylinder) } : null)

/** The latest measurement of each part. */
export function latestReadings(found: Row[]): Map<string, Reading[]> {
  const newest = new Map<string, { seq: number; readings: Reading[] }>()
  for (const r of found) {
    const part = str(r.partId)
    const seq = num(r.seq)
    const known = newest.get(part)
    const reading = { angleDeg: num(r.angleDeg), valueMm: num(r.valueMm) }
    if (!known || seq > known.seq) newest.set(part, { seq, readings: [reading] })
    else if (seq === known.seq) known.readings.push(reading)
  }
  return new Map([...newest].map(([part, { readings }]) => [part, readings.sort((a, b) => a.angleDeg - b.angleDeg)]))
}

export function toShim(r: Row, measured: Map<string, Reading[]>): Shim {
  const readings = measured.get(str(r.id)) ?? []
  return {
    id: str(r.id),
    engineId: str(r.engineId),
    label: str(r.label),
    nominalMm: num(r.nominalMm),
    actualMm: readings.length > 0 ? Number(mean(readings.map((x) => x.valueMm)).toFixed(9)) : num(r.actualMm),
    material: r.material as Shim['material'],
    chamfer: r.chamfer as Shim['chamfer'],
    readings,
    fitted: fittedOf(r),
  }
}

export function toLiner(r: Row, measured: Map<string, Reading[]>): Liner {
  return {
    id: str(r.id),
    engineId: str(r.engineId),
    label: str(r.label),
    nominalMm: num(r.nominalMm),
    material: str(r.material),
    onlyCylinder: numOrNull(r.onlyCylinder),
    readings: measured.get(str(r.id)) ?? [],
    ...(r.ringsMm ? { ringsMm: list<number[]>(r.ringsMm) } : {}),
    fitted: fittedOf(r),
  }
}

/** The stock: of one engine, or of the whole shop. */
export async function readStock(store: Store, engineId?: string, transaction?: Transaction): Promise<Stock> {
  const own = 't.engineId = :engineId'
  const parts =
    'IN (SELECT id FROM liners WHERE engineId = :engineId UNION SELECT id FROM shims WHERE engineId = :engineId)'
  const wanted: [TableName, string?][] = engineId
    ? [['liners', own], ['shims', own], ['partReadings', `t.partId ${parts}`]] // prettier-ignore
    : [['liners'], ['shims'], ['partReadings']]
  const found = await unionRows(store, wanted, engineId ? { engineId } : {}, transaction)
  const { liners, shims, partReadings: measured } = found as Record<TableName, Row[]>
  const readings = latestReadings(measured)
  return {
    liners: liners
      .map((l) => toLiner(l, readings))
      .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true })),
    shims: shims.map((s) => toShim(s, readings)).sort((a, b) => a.actualMm - b.actualMm),
  }
}

/** What work costs in this shop; what it starts with before anybody said. */
export function toRates(r: Row | undefined): Rates {
  if (!r) return startRates
  return {
    hourMoney: num(r.hourMoney),
    boreHours: num(r.boreHours),
    passHours: num(r.passHours),
    shimHours: num(r.shimHours),
    shimMoney: num(r.shimMoney),
  }
}

/** Every repeat study, under way or ended, the oldest first. */
export async function readStudies(store: Store): Promise<Study[]> {
  const [studies, readings] = await Promise.all([rows(store, 'studies'), rows(store, 'studyReadings')])
  return studies
    .map((s): Study => ({
      id: str(s.id),
      gaugeId: str(s.gaugeId),
      parts: list<string[]>(s.parts),
      operators: list<string[]>(s.operators),
      trials: num(s.trials),
      at: iso(s.at),
      endedAt: s.endedAt ? iso(s.endedAt) : null,
      readings: readings
        .filter((r) => r.studyId === s.id)
        .sort((a, b) => num(a.seq) - num(b.seq))
        .map((r) => ({
          id: str(r.id),
          part: str(r.part),
          operator: str(r.operator),
          trial: num(r.trial),
          valueMm: num(r.valueMm),
        })),
    }))
    .sort((a, b) => a.at.localeCompare(b.at))
}
