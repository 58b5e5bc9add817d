import type { Instrument } from '../../figure-types'
import { quantityOf, type Gauge, type Snapshot } from '../../job/snapshot'
import { list, title, type Block } from '../../job/record-blocks'
import { joined, NONE, withUnit, word, type Told } from '../../job/told'
import { gaugeStanding } from '../../measure/gauge-standing'
import type { ByTurn } from '../kind'
import { allKinds, entriesOf, rowsName } from '../kinds'
import { lengthsReadBy } from '../read-by'

/** What a reading is uncertain by, with its unit: mm, °C, kPa, N·m or degrees. */
export function spreadTold(kind: Gauge['kind'], uncertainty: number): Told {
  const quantity = quantityOf(kind)
  if (quantity === 'temperature') return [String(uncertainty), ' ', word('unit.c')]
  if (quantity === 'angle') return [String(uncertainty), word('unit.degrees')]
  if (quantity === 'pressure') return { kPa: uncertainty }
  return quantity === 'torque' ? { nm: uncertainty } : withUnit(uncertainty)
}

/** One gauge as it was used: how sure it was by which rule, and until which day that was known. */
interface Used {
  gaugeId: string
  rule: Snapshot['rule']
  uncertainty: number
  at: string
}
/** A sort of instrument that read what was judged, and that nobody named. */
interface Unnamed {
  by: Instrument
}

/** What everything on the record was measured with. */
function usedOn(snapshot: Snapshot): { used: Used[]; unnamed: Unnamed['by'][] } {
  const { sets, rule } = snapshot
  const used: Used[] = sets.map(({ gaugeId, rule: by, uncertaintyMm, at }) => ({
    gaugeId,
    rule: by,
    uncertainty: uncertaintyMm,
    at,
  }))
  const unnamed = new Set<Instrument>()
  for (const { what } of allKinds)
    for (const entry of entriesOf(snapshot, rowsName(what)) as readonly (ByTurn & {
      at: string
      struck?: unknown
      gaugeId?: string | null
      uncertaintyMm?: number
    })[]) {
      if (entry.struck) continue
      const { at, takenWith, gaugeId, uncertaintyMm = 0 } = entry
      if (!takenWith && gaugeId) used.push({ gaugeId, rule, uncertainty: uncertaintyMm, at })
      if (!takenWith && gaugeId === null && uncertaintyMm === 0) unnamed.add(lengthsReadBy(what)[0]!)
      for (const { by, gaugeId: id, uncertainty } of takenWith ?? [])
        if (id === null || uncertainty == null) unnamed.add(by)
        else used.push({ gaugeId: id, rule: uncertainty === 0 ? 'plain' : 'guarded', uncertainty, at })
    }
  return { used, unnamed: [...unnamed].filter(Boolean) }
}

/** Each gauge with what its readings are known to, and those that nobody named. */
export function gaugesTold(snapshot: Snapshot): Block[] {
  const { used, unnamed } = usedOn(snapshot)
  const once = new Map(used.map((u) => [`${u.gaugeId} ${u.rule} ${u.uncertainty}`, u]))
  const named = [...once.values()].map((u): Told => {
    const gauge = snapshot.gauges.find((g) => g.id === u.gaugeId)
    const standing = gauge
      ? gaugeStanding(gauge, u.at.slice(0, 10))
          .filter((x) => x !== 'good')
          .map((x) => word(`gauge.standing.${x}`, { gauge: gauge.name, day: gauge.calibrationDue ?? '' }))
      : []
    const name = [gauge?.name ?? NONE, gauge?.serial].filter(Boolean).join(' ')
    const spread = gauge ? spreadTold(gauge.kind, u.uncertainty) : withUnit(u.uncertainty)
    return joined([word(`record.gauge-${u.rule}`, { gauge: name, u: spread }), ...standing], ' ')
  })
  const unknown = unnamed.map((by) => word('record.gauge-unknown', { gauge: word(`turn.instrument.${by}`) }))
  const { sets } = snapshot
  const moved = sets.filter((s) => s.closed?.zeroMoved).length
  const unchecked = sets.filter((s) => !s.closed || s.closed.zeroMm === null).length
  const zeros =
    sets.length > 0 ? [word('record.zero-moved', { n: moved }), word('record.zero-unchecked', { n: unchecked })] : []
  return [title(word('record.gauges')), ...list([...named, ...unknown, ...zeros])]
}
