import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { atCylinder, type Spot } from '#core/job/place'
import type { Move } from '#core/job/move'
import { isClosed } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import { useJob } from '../stores/job'
import { useStageWork } from './useStageWork'

/**
 * The hands of a stage whose work is done at places that are no cylinders: the one in hand is a place.
 *
 * @param placesOf where the work is done, in order
 * @param moveOf the stage's next move
 * @param own what is done otherwise on this stage, by its action
 */
export function usePlaces<P extends Spot & { place: string }>(
  placesOf: (snapshot: Snapshot) => P[],
  moveOf: (snapshot: Snapshot, hand: Spot) => Move,
  own: (move: () => Move) => Record<string, () => void> = () => ({}),
) {
  const job = useJob()
  const router = useRouter()
  const snapshot = computed(() => job.snapshot!)
  const places = computed(() => placesOf(snapshot.value))
  const move = computed(() => moveOf(snapshot.value, { cylinder: null, place: job.place }))
  const closed = computed(() => isClosed(snapshot.value, move.value.stage))
  const inHand = () => places.value.find((p) => p.place === job.place)
  /** The place in hand; the first where none is. */
  const mine = computed<P | null>(() => inHand() ?? places.value[0] ?? null)
  const choose = (place: string): void => job.select({ cylinder: null, place })
  const work = useStageWork(
    () => move.value,
    {
      'next-place': () => choose(move.value.place!),
      'sheet-first': () => void router.push({ name: 'engine', params: { engineId: snapshot.value.engine.id } }),
      ...own(() => move.value),
    },
    undefined,
    () => places.value,
  )
  onMounted(() => {
    // Who comes here from a cylinder goes on where the work does.
    if (!inHand() && places.value.length > 0) choose(move.value.place ?? places.value[0]!.place)
  })
  onBeforeUnmount(() => job.select(atCylinder(job.selected)))
  return { job, snapshot, places, move, closed, mine, choose, ...work }
}
