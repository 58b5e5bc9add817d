import { answerAt, type Ask, type Said } from '../job/ask'

/** What a turn that is under way shows in a drawing: its figures by their spots, what is asked now, how each lies. */
export interface AskedSpots {
  asks: readonly Ask[]
  asked: Ask | null
  /** What is answered so far, laid together as the entry will have it. */
  sofar: Record<string, unknown>
  verdicts: Said['verdicts']
}
export interface SpotNow {
  spot: string
  figure: number | null
  asked: boolean
  verdict: Said['verdicts'][string] | null
}

/** The figures of a turn by their spots. */
export function spotsOf({ asks, asked, sofar, verdicts }: AskedSpots): Map<string, SpotNow> {
  return new Map(
    asks.flatMap((ask) => {
      if (ask.spot === null) return []
      const there = answerAt(sofar, ask.key)
      const now: SpotNow = {
        spot: ask.spot,
        figure: typeof there === 'number' ? there : null,
        asked: ask.key === asked?.key,
        verdict: verdicts[ask.key] ?? null,
      }
      return [[ask.spot, now] as const]
    }),
  )
}
/** How the spot is drawn. */
export const stateOf = (now: SpotNow | undefined) => {
  if (!now) return 'open' as const
  if (now.asked) return 'asked' as const
  return now.figure === null ? ('open' as const) : (now.verdict ?? ('read' as const))
}
