import { useTimeout } from '@vueuse/core'
import { computed, shallowRef, watchEffect, type ComputedRef } from 'vue'
import type { GateProblem } from '#core/job/gate'
import type { Snapshot } from '#core/job/snapshot'
import type { StageName, WorkName } from '#core/job/stages'
import { gateBy } from '#core/works/gate-by'
import type { StageLogic, WorkGlance } from '#core/works/stage-logic'
import { stageLine } from '#core/works/stage-table'
import { bring } from '../app/bring'
import { useShopNow } from './shop-clock'

const files = import.meta.glob<WorkGlance & { stages: Partial<Record<StageName, StageLogic>> }>(
  '../../core/works/*/logic.ts',
)

const REST_MS = 1500

/** What a work knows of itself, brought when it is asked for. */
export const logicOfWork = (work: WorkName): Promise<WorkGlance & { stages: Partial<Record<StageName, StageLogic>> }> =>
  bring(files[`../../core/works/${work}/logic.ts`]!)

/** What a stage knows of itself, brought with its work. */
export async function logicOf(stage: StageName): Promise<StageLogic> {
  return (await logicOfWork(stageLine[stage].work)).stages[stage]!
}

/** What stands in the way of closing a stage, as the core has it; null until its logic is here: it is brought when it is asked for, or when the page has come to rest. */
export function useGate(
  asked: () => boolean,
  snapshot: () => Snapshot,
  stage: () => StageName,
): ComputedRef<GateProblem[] | null> {
  const logic = shallowRef<{ stage: StageName; logic: StageLogic } | null>(null)
  const rested = useTimeout(REST_MS)
  const nowMs = useShopNow(1000)
  watchEffect(async () => {
    if (!asked() && !rested.value) return
    const of = stage()
    logic.value = { stage: of, logic: await logicOf(of) }
  })
  return computed(() =>
    logic.value?.stage === stage() ? gateBy(logic.value.logic, snapshot(), stage(), nowMs.value) : null,
  )
}
