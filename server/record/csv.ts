import { nameOn } from '#core/job/name-on'
import type { Snapshot } from '#core/job/snapshot'
import { toCsv } from '#contract/csv'

const header = [
  'job',
  'engine',
  'stage',
  'cylinder',
  'set',
  'station_deg',
  'protrusion_mm',
  'source',
  'gauge',
  'gauge_serial',
  'uncertainty_mm',
  'rule',
  'sheet_version',
  'zero_mm',
  'zero_moved',
  'taken_by',
  'taken_at_utc',
  'struck_by',
  'struck_at_utc',
  'strike_reason',
]

/** All readings of a job, struck ones included, one a row, in mm and UTC. */
export function readingsCsv(snapshot: Snapshot): string {
  const name = (by: { personId: string; at: string } | null) => (by ? nameOn(snapshot.people, by.personId, by.at) : '')
  const rows = snapshot.readings.map((r) => {
    const set = snapshot.sets.find((s) => s.id === r.setId)!
    const gauge = snapshot.gauges.find((g) => g.id === set.gaugeId)
    const sheet = snapshot.sheets.find((s) => s.id === set.sheetId)
    const struck = r.struck ?? set.struck
    return [
      snapshot.job.title,
      snapshot.engine.name,
      set.stage,
      set.cylinder,
      set.id,
      r.angleDeg,
      r.valueMm,
      r.source,
      gauge?.name ?? '',
      gauge?.serial ?? '',
      set.uncertaintyMm,
      set.rule,
      sheet?.version ?? '',
      set.closed?.zeroMm ?? null,
      set.closed ? (set.closed.zeroMoved ? 'yes' : 'no') : '',
      name(r),
      r.at,
      name(struck),
      struck?.at ?? '',
      struck?.reason ?? '',
    ]
  })
  return toCsv([header, ...rows])
}
