import { entriesOf, type RowsName } from '../works/kinds'
import { bySeq } from './order'
import { sameSpot, spotOf, type Spot } from './place'
import { onceASnapshot } from './once'
import type { Snapshot } from './snapshot'

interface Entry {
  id: string
  seq: number
  struck?: unknown
  replaces?: { id: string } | undefined
}

/** What stands of a collection, in the order it was done: one that was corrected has the place of the first it replaced. */
const standing = onceASnapshot((snapshot: Snapshot, name: RowsName): readonly Entry[] => {
  const all = entriesOf(snapshot, name) as readonly Entry[]
  const byId = new Map(all.map((e) => [e.id, e]))
  const firstOf = (e: Entry, most = 100): number => {
    const before = e.replaces && byId.get(e.replaces.id)
    return before && most > 0 ? firstOf(before, most - 1) : e.seq
  }
  return all
    .filter((e) => !e.struck)
    .map((e) => (e.replaces ? { ...e, seq: firstOf(e) } : e))
    .sort(bySeq)
})

/** What stands of a collection at a spot, in the order it was done. */
export const standingAt = (snapshot: Snapshot, name: RowsName, spot: Spot): readonly Entry[] =>
  standing(snapshot, name).filter((e) => sameSpot(spotOf(e), spot))
