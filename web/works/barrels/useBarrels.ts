import { computed } from 'vue'
import type { Move } from '#core/job/move'
import type { Spot } from '#core/job/place'
import type { Snapshot } from '#core/job/snapshot'
import { barrelsOf, sectionOf } from '#core/works/barrels/read-barrels'
import { usePlaces } from '../../bench/usePlaces'

/** The hands of a stage whose work is done at the barrels. */
export function useBarrels(
  moveOf: (snapshot: Snapshot, hand: Spot) => Move,
  own?: (move: () => Move) => Record<string, () => void>,
) {
  const hands = usePlaces(barrelsOf, moveOf, own)
  return { ...hands, section: computed(() => sectionOf(hands.snapshot.value)) }
}
