import { computed } from 'vue'
import type { Answers, Ask } from '#core/job/ask'
import type { Gauge, Snapshot } from '#core/job/snapshot'
import { finestOf, fitting, instrumentOf, measuredBy, takenWith } from '#core/job/taken-with'
import { useDevice } from '../../stores/device'
import { useShop } from '../../stores/shop'

/**
 * What the figures of a turn are taken with: of each sort of instrument the one that this device remembers, or the
 * finest of the shop.
 *
 * @param asks what the turn asks
 * @param asking the figure that is asked now
 */
export function useGaugeInHand(snapshot: () => Snapshot, asks: () => readonly Ask[], asking: () => Ask | null) {
  const shop = useShop()
  const device = useDevice()
  const rule = () => snapshot().rule
  const all = computed(() => shop.shop?.gauges ?? snapshot().gauges)
  const keyOf = (ask: Ask) => ask.by.join(' ')
  function gaugeOf(ask: Ask): Gauge | null {
    const chosen = device.gaugeBy[keyOf(ask)]
    if (chosen === '') return null
    const remembered = fitting(ask, all.value).find((g) => g.id === chosen)
    return remembered ?? finestOf({ gauges: all.value, rule: rule() })(ask)
  }
  const instrument = computed(() => (asking() ? instrumentOf(asking()!) : null))
  return {
    by: computed(() => measuredBy(rule(), asks(), gaugeOf)),
    takenWith: (answers: Answers) =>
      takenWith(
        rule(),
        asks().filter((a) => typeof answers[a.key] === 'number'),
        gaugeOf,
      ),
    instrument,
    /** Of a length, so that it is judged by it. */
    judges: computed(() => asking()?.quantity === 'length'),
    gauges: computed(() => (instrument.value ? fitting(asking()!, all.value) : [])),
    gauge: computed(() => (instrument.value ? gaugeOf(asking()!) : null)),
    chooseGauge(gaugeId: string): void {
      if (asking()) device.gaugeBy = { ...device.gaugeBy, [keyOf(asking()!)]: gaugeId }
    },
  }
}
