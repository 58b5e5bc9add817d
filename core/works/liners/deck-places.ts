import type { Spot } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'

/** The cylinders of the deck, in its order: where the work on liners is done. */
export const deckPlaces = ({ engine }: Pick<Snapshot, 'engine'>): (Spot & { cylinder: number })[] =>
  engine.heads.flat().map((cylinder) => ({ cylinder, place: null }))
