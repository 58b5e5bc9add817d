import { onceASnapshot } from '../job/once'
import { bySeq } from '../job/order'
import type { Snapshot } from '../job/snapshot'
import { entriesOf, type RowsName } from './kinds'

const standing = onceASnapshot((snapshot: Snapshot, rows: string) =>
  Object.freeze([...entriesOf(snapshot, rows as RowsName).filter((e) => !e.struck)].sort(bySeq)),
)

/** What stands of a collection, in the order it was done; once a snapshot. @param rows as `sleeves.out`; of the type asked for */
export const standingEntries = <Rows>(snapshot: Snapshot, rows: RowsName): Rows =>
  standing(snapshot, rows) as unknown as Rows
