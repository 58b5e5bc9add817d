import { bySeq } from './order'
import type { Snapshot } from './snapshot'
import type { OpeningName, StopperName } from './tally-mark'

/** What sits in one opening now. */
export interface Stopped {
  cylinder: number
  place: OpeningName
  item: StopperName
  count: number
}

/**
 * Everything that was put into openings and has not come out again, by cylinder, place and
 * kind. More out than in counts as none in.
 */
export function readTally(snapshot: Pick<Snapshot, 'tally'>): Stopped[] {
  const counts = new Map<string, Stopped>()
  for (const { cylinder, place, item, goesIn, count } of [...snapshot.tally].sort(bySeq)) {
    const key = `${cylinder} ${place} ${item}`
    const now = counts.get(key)?.count ?? 0
    counts.set(key, { cylinder, place, item, count: Math.max(0, now + (goesIn ? count : -count)) })
  }
  return [...counts.values()]
    .filter((s) => s.count > 0)
    .sort((a, b) => a.cylinder - b.cylinder || a.place.localeCompare(b.place) || a.item.localeCompare(b.item))
}

/** How many have gone in altogether and how many have come out. */
export function tallyTotals(snapshot: Pick<Snapshot, 'tally'>): { wentIn: number; cameOut: number; stillIn: number } {
  const sum = (goesIn: boolean) => snapshot.tally.filter((m) => m.goesIn === goesIn).reduce((n, m) => n + m.count, 0)
  return { wentIn: sum(true), cameOut: sum(false), stillIn: readTally(snapshot).reduce((n, s) => n + s.count, 0) }
}

/** Bores in which a stopper against chips still sits. */
export function plugsIn(snapshot: Pick<Snapshot, 'tally'>): number[] {
  return [
    ...new Set(
      readTally(snapshot)
        .filter((s) => s.place === 'bore')
        .map((s) => s.cylinder),
    ),
  ]
}

/** What sits in a bore, the first kind of it: what is counted out next; null where it is free. */
export function inBore(snapshot: Pick<Snapshot, 'tally'>, cylinder: number): Stopped | null {
  return readTally(snapshot).find((s) => s.place === 'bore' && s.cylinder === cylinder) ?? null
}
