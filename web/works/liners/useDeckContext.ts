import { computed, type ComputedRef } from 'vue'
import type { Deck } from '#core/works/liners/deck'
import type { MeasuredStage } from '#core/job/stages'
import { nominalProtrusionMm } from '#core/liner/stack'
import { asProtrusionMm } from '#core/measure/as-protrusion'
import { useDevice } from '../../stores/device'
import { useJob } from '../../stores/job'
import type { EntryContext } from '../../bench/entry'

/** Reading protrusion on the deck: the liner in hand, with what the sheet or the last change expects of it. */
export function useDeckContext(
  stage: ComputedRef<MeasuredStage>,
  deck: ComputedRef<Deck | null>,
  closed: ComputedRef<boolean>,
): ComputedRef<EntryContext> {
  const job = useJob()
  const device = useDevice()
  return computed(() => {
    const state = deck.value?.cylinders.find((c) => c.cylinder === job.selected) ?? null
    const sheet = job.snapshot?.sheet
    return {
      stage: stage.value,
      state,
      spots: deck.value?.cylinders ?? [],
      closed: closed.value,
      expectMm:
        state?.changed?.expectMm ?? (sheet ? nominalProtrusionMm(sheet.links, state?.shimIn?.thicknessMm ?? 0) : 0),
      windowMm: state ? state.window.maxMm - state.window.minMm : 0,
      gaugeId: device.gaugeId,
      zeroOn: device.zeroOn,
      clampNm: device.clampNm,
      fromGauge: (shownMm) => asProtrusionMm(shownMm, device.zeroOn),
      fromTyped: (typedMm) => typedMm,
    }
  })
}
