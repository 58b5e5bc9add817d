import { computed } from 'vue'
import { endsOf, sectionOf } from '#core/works/front/read-front'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageOf } from '#core/works/stage-table'
import { useStage } from '../../bench/stage/useStage'

/** The whole of an end, where what is done belongs to none of them. */
export const wholeCrank = { cylinder: null, place: null }

/** The hands of a stage whose work is done at the ends of the crank. */
export function useEnds(
  stage: StageOf<'front'>,
  logic: StageLogic,
  own?: Record<string, () => void>,
  nowMs?: () => number,
) {
  const hands = useStage(stage, logic, endsOf, own, nowMs)
  return { ...hands, section: computed(() => sectionOf(hands.snapshot.value)) }
}
