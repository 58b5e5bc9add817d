import { computed } from 'vue'
import type { Spot } from '#core/job/place'
import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import { housingsOf, sectionOf } from '#core/works/bushings/read-bushings'
import { usePlaces } from '../../bench/usePlaces'

/** The hands of a stage whose work is done at housings. */
export function useHousings(
  moveOf: (snapshot: Snapshot, hand: Spot) => Move,
  own?: (move: () => Move) => Record<string, () => void>,
) {
  const hands = usePlaces(housingsOf, moveOf, own)
  return { ...hands, housings: hands.places, section: computed(() => sectionOf(hands.snapshot.value)) }
}
