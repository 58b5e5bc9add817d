import { computed, type ComputedRef } from 'vue'
import type { AskedSpots } from '#core/drawing/asked-spots'
import type { EntryWhat } from '#core/works/kinds'
import type { useTurn } from './useTurn'

/** What a turn that is under way shows in a drawing; null where none of these entries is being read. */
export function useAskedSpots(
  turn: ReturnType<typeof useTurn>,
  ...entries: EntryWhat[]
): { spots: ComputedRef<AskedSpots | null>; choose: (spot: string) => void } {
  const spots = computed<AskedSpots | null>(() => {
    const at = turn.current.value
    if (!at || !entries.includes(at.entry) || turn.asks.value.length === 0) return null
    return {
      asks: turn.asks.value,
      asked: turn.asking.value,
      sofar: turn.sofar.value,
      verdicts: turn.said.value.verdicts,
    }
  })
  function choose(spot: string): void {
    const ask = turn.asks.value.find((a) => a.spot === spot)
    if (ask) turn.choose(ask.key)
  }
  return { spots, choose }
}
