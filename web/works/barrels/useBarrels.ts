import { computed } from 'vue'
import { barrelsOf, sectionOf } from '#core/works/barrels/read-barrels'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageOf } from '#core/works/stage-table'
import { useStage } from '../../bench/stage/useStage'

/** The hands of a stage whose work is done at the barrels. */
export function useBarrels(
  stage: StageOf<'barrels'>,
  logic: StageLogic,
  own?: Record<string, () => void>,
  nowMs?: () => number,
) {
  const hands = useStage(stage, logic, barrelsOf, own, nowMs)
  return { ...hands, section: computed(() => sectionOf(hands.snapshot.value)) }
}
