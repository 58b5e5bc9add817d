import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import { type Groups } from '../kinds'
import { standingEntries } from '../standing-entries'

export type Block = NonNullable<Groups['block']>

/** What stands of a collection of this work, in the order it was done. */
export function blockEntries<K extends keyof Block>(snapshot: Snapshot, rows: K): Block[K] {
  return standingEntries<Block[K]>(snapshot, `block.${rows}`)
}
type AtCylinder = 'pistons' | 'fireRings' | 'bores'
/** The same of one cylinder, the last one. */
export function blockAt<K extends AtCylinder>(snapshot: Snapshot, rows: K, cylinder: number): Block[K][number] | null {
  const all = blockEntries(snapshot, rows) as { seq: number; cylinder: number }[]
  return latest(all.filter((e) => e.cylinder === cylinder)) as Block[K][number] | null
}
