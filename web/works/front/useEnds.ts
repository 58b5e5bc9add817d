import { computed } from 'vue'
import type { Spot } from '#core/job/place'
import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import { endsOf, sectionOf } from '#core/works/front/read-front'
import { usePlaces } from '../../bench/usePlaces'

/** The hands of a stage whose work is done at the ends of the crank. */
export function useEnds(
  moveOf: (snapshot: Snapshot, hand: Spot) => Move,
  own?: (move: () => Move) => Record<string, () => void>,
) {
  const hands = usePlaces(endsOf, moveOf, own)
  return { ...hands, section: computed(() => sectionOf(hands.snapshot.value)) }
}
