import type { z } from 'zod'
import type { Spot } from '../job/place'
import type { Snapshot } from '../job/snapshot'
import type { EntryWhat, GivenOf } from '../works/kinds'

/** Where a simulated engine is asked, and what was answered so far, laid together. */
export interface Asked {
  snapshot: Snapshot
  spot: Spot
  sofar: Record<string, unknown>
  /** About what is asked now must be; null where nothing is known of it. */
  about: number | null
}
/** What a simulated engine answers to a kind of entry: its figures by the kind's own names. What a choice asks for is taken where it says nothing. */
export type Plays<Truth> = {
  [W in EntryWhat]?: (truth: Truth, asked: Asked) => Partial<z.input<z.ZodObject<GivenOf<W>>>>
}
