import { z } from 'zod'
import { uncertaintyByRule, uncertaintyByRuleMm } from '../measure/uncertainty'
import { byTurn, type ByTurn } from '../works/kind'
import { allKinds, entriesOf, kindOf, rowsName, withEntries, type EntryAct, type EntryWhat } from '../works/kinds'
import type { Snapshot } from './snapshot'

export type { EntryAct, EntryWhat } from '../works/kinds'

/** Kinds of which `strike-entry` can strike an entry out, and in which stage. */
export const strikable = allKinds.flatMap((k) => (k.struckIn === null ? [] : [{ ...k, struckIn: k.struckIn }]))

/**
 * What an act gives of its entry, with what was left out filled in: the entry without who, when and its place. What a
 * figure is uncertain by is the gauge's to tell, by the shop's rule, where one is named; nobody's device says otherwise.
 */
export function entryOf(
  act: EntryAct,
  { gauges, rule }: Pick<Snapshot, 'gauges' | 'rule'>,
): { id: string } & Record<string, unknown> {
  const { key, given } = kindOf[act.what as EntryWhat]
  const { what: _, [key]: id, ...rest } = act as unknown as Record<string, unknown>
  // Only what was left out is filled: an act that waits on a device is laid down as it was given.
  const filled = Object.entries(given).flatMap(([name, schema]) => {
    const value = rest[name] === undefined ? (schema as z.ZodType).safeParse(undefined).data : rest[name]
    return value === undefined ? [] : [[name, value]]
  })
  const turn = Object.keys(byTurn).flatMap((name) => (rest[name] === undefined ? [] : [[name, rest[name]]]))
  const entry: { id: string } & Record<string, unknown> = {
    id: String(id),
    ...Object.fromEntries([...filled, ...turn]),
  }
  const gaugeOf = (gaugeId: unknown) => gauges.find((g) => g.id === gaugeId)
  const { takenWith } = entry as ByTurn
  if (takenWith)
    entry.takenWith = takenWith.map(({ by, gaugeId }) => {
      const used = gaugeOf(gaugeId)
      return { by, gaugeId, uncertainty: used ? uncertaintyByRule(rule, used) : null }
    })
  const pressure = (entry as ByTurn).takenWith?.find((w) => w.by === 'pressure')?.uncertainty
  if (pressure != null && 'uncertaintyKPa' in entry) entry.uncertaintyKPa = pressure
  const gauge = gaugeOf(entry.gaugeId)
  return gauge && 'uncertaintyMm' in entry ? { ...entry, uncertaintyMm: uncertaintyByRuleMm(rule, gauge) } : entry
}

/** The snapshot with the act's entry added, once. */
export function addEntry(
  snapshot: Snapshot,
  act: EntryAct,
  occasion: { seq: number; at: string; personId: string },
): Snapshot {
  const what = act.what as EntryWhat
  const { seq, at, personId } = occasion
  const { grouped, strikes } = kindOf[what]
  const entry = {
    ...entryOf(act, snapshot),
    seq,
    personId,
    at,
    ...(grouped ? { sheetId: snapshot.sheet.id } : {}),
    ...(strikes ? { struck: null } : {}),
  }
  if (entriesOf(snapshot, rowsName(what)).some((e) => e.id === entry.id)) return snapshot
  const added = withEntries(snapshot, what, (there) => [...there, entry])
  const { replaces } = entry as ByTurn
  return replaces ? strikeEntry(added, replaces.id, { personId, at, reason: replaces.reason }) : added
}

/** The snapshot with one entry struck out, wherever it stands. */
export function strikeEntry(
  snapshot: Snapshot,
  entryId: string,
  struck: { personId: string; at: string; reason: string },
): Snapshot {
  return strikable.reduce(
    (s, { what, grouped, work }) =>
      grouped && !(work in s.works)
        ? s
        : withEntries(s, what, (there) => there.map((e) => (e.id === entryId && !e.struck ? { ...e, struck } : e))),
    snapshot,
  )
}
