/** What the person has in hand while they ask for the next move. */
export interface Hand {
  /** The cylinder in hand, and the place where it is none. */
  cylinder: number
  place?: string | null
  /** A gauge is connected and streams. */
  gaugeLive?: boolean
  /** Who it is: of two that read at once, each goes on with their own. */
  personId?: string | undefined
  /** Now, ms: clocks run against it. */
  nowMs?: number
  /** The tool in hand, by its id. */
  toolId?: string | null
}
