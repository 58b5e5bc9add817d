import { computed, shallowRef, watchEffect, type ComputedRef } from 'vue'
import { whole, type GateProblem } from '#core/job/gate'
import { earlierOpen } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import type { StageName } from '#core/job/stages'
import type { StageLogic } from '#core/works/stage-logic'
import { stageLine } from '#core/works/stage-table'

const files = import.meta.glob<{ stages: Partial<Record<StageName, StageLogic>> }>('../../core/works/*/logic.ts')

/** What a stage knows of itself, brought with its work. */
export async function logicOf(stage: StageName): Promise<StageLogic> {
  const { stages } = await files[`../../core/works/${stageLine[stage].work}/logic.ts`]!()
  return stages[stage]!
}

/** What stands in the way of closing a stage, as the core has it; null until it is wanted and its logic is here. */
export function useGate(
  wanted: () => boolean,
  snapshot: () => Snapshot,
  stage: () => StageName,
): ComputedRef<GateProblem[] | null> {
  const logic = shallowRef<{ stage: StageName; logic: StageLogic } | null>(null)
  watchEffect(async () => {
    if (!wanted()) return
    const of = stage()
    logic.value = { stage: of, logic: await logicOf(of) }
  })
  return computed(() =>
    logic.value?.stage === stage()
      ? [...whole('earlier-open', earlierOpen(snapshot(), stage()), false), ...logic.value.logic.problems(snapshot())]
      : null,
  )
}
