import { broughtComponent } from '../../app/bring'
import type { BenchParts } from '../../bench/parts'
import DeckRail from './DeckRail.vue'

/** What the bench draws of an engine's liners. */
export const parts: Partial<BenchParts> = {
  deckRail: DeckRail,
  deckOnRecord: broughtComponent(() => import('./DeckOnRecord.vue')),
}
