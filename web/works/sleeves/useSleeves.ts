import { computed } from 'vue'
import { atCylinder } from '#core/job/place'
import { sectionOf } from '#core/works/sleeves/read-sleeves'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageOf } from '#core/works/stage-table'
import { useStage } from '../../bench/stage/useStage'

/** The hands of a stage whose work is done at the injectors. */
export function useSleeves(
  stage: StageOf<'sleeves'>,
  logic: StageLogic,
  own?: Record<string, () => void>,
  nowMs?: () => number,
  busy?: () => boolean,
) {
  const hands = useStage(stage, logic, (s) => s.engine.heads.flat().map(atCylinder), own, nowMs, busy)
  return { ...hands, section: computed(() => sectionOf(hands.snapshot.value)) }
}
