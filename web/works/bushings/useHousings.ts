import { computed } from 'vue'
import { housingsOf, sectionOf } from '#core/works/bushings/read-bushings'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageOf } from '#core/works/stage-table'
import { useStage } from '../../bench/stage/useStage'

/** The hands of a stage whose work is done at housings. */
export function useHousings(stage: StageOf<'bushings'>, logic: StageLogic, own?: Record<string, () => void>) {
  const hands = useStage(stage, logic, housingsOf, own)
  return { ...hands, housings: hands.places, section: computed(() => sectionOf(hands.snapshot.value)) }
}
