import { linerIn } from '../../job/apply'
import type { Liner, Sheet, Snapshot } from '../../job/snapshot'

/** How many rings may lie on each other under a flange: what the sheet says, else one. */
export const ringsAllowed = ({ sections }: Pick<Sheet, 'sections'>): number => sections.liners?.ringsMax ?? 1

/** Rings that came with a liner: they are measured with its flange, and count among those that lie on each other. */
export const ownRings = (liner: Pick<Liner, 'ringsMm'> | null | undefined): number => liner?.ringsMm?.length ?? 0

/** Whether a shim may lie under this liner too, by the rings it came with. */
export const mayShim = (sheet: Pick<Sheet, 'sections'>, liner: Pick<Liner, 'ringsMm'> | null | undefined): boolean =>
  ownRings(liner) < ringsAllowed(sheet)

/** The liner of the stock that stands in a bore; null where none was placed. */
export const stockLinerIn = (snapshot: Snapshot, cylinder: number): Liner | null =>
  snapshot.liners.find((l) => l.id === linerIn(snapshot, cylinder)?.linerId) ?? null

/** Whether a shim may lie in this bore under the liner that stands there. */
export const roomForShim = (snapshot: Snapshot, cylinder: number): boolean =>
  mayShim(snapshot.sheet, stockLinerIn(snapshot, cylinder))
