import type { Stopped } from '../../../job/tally'
import type { StopperName } from '../../../job/tally-mark'

/** What is usually put into each opening. */
export const usualStopper = {
  bore: 'foam-plug',
  'crank-hole': 'ear-plug',
  'oil-drilling': 'ear-plug',
  coolant: 'foam-plug',
  'push-rod': 'rag',
  'bolt-hole': 'cap',
} as const satisfies Record<string, StopperName>

/**
 * What is still to be put in so that every other cylinder is stopped as this one is; what a
 * cylinder has more than that is left.
 *
 * @param still what sits in the engine now
 */
export function patternOf(still: readonly Stopped[], cylinder: number, cylinders: readonly number[]): Stopped[] {
  const own = still.filter((s) => s.cylinder === cylinder)
  return cylinders
    .filter((c) => c !== cylinder)
    .flatMap((c) =>
      own.map((s) => {
        const there = still.find((o) => o.cylinder === c && o.place === s.place && o.item === s.item)?.count ?? 0
        return { ...s, cylinder: c, count: s.count - there }
      }),
    )
    .filter((s) => s.count > 0)
}
