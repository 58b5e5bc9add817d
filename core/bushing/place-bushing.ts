import { z } from 'zod'
import { defineCalculation } from '../define'
import { angleDeg, lengthMm, share, SLACK_MM, thicknessMm } from '../schema'
import { depthHalfMm, openShare, turnOffsetMm } from './circles'

const oilHole = z.strictObject({
  bushingHoleMm: thicknessMm,
  drillingMm: thicknessMm,
  holeFromTrailingEdgeMm: lengthMm,
  drillingFromFaceMm: lengthMm,
  turnedDeg: angleDeg,
  groove: z.boolean('must be yes or no'),
})

export const placeBushingInput = z.strictObject({
  housingWidthMm: thicknessMm,
  bushingWidthMm: thicknessMm,
  boreMm: thicknessMm,
  holes: z.array(oilHole).min(1, 'needs at least one hole').max(30),
  wantedShare: share,
})
type Input = z.infer<typeof placeBushingInput>

interface Range {
  fromMm: number
  toMm: number
}
export interface PlacedBushing {
  best: { depthMm: number; minShare: number; trailingOutMm: number; leadingOutMm: number } | null
  atFlush: { edge: 'trailing' | 'leading'; depthMm: number; minShare: number }[]
  window: Range | null
  windowInside: Range | null
  verdict: 'cannot' | 'flush-serves' | 'go-deeper' | 'stay-short'
}

const meetsAt = (h: Input['holes'][number]) => h.drillingFromFaceMm - h.holeFromTrailingEdgeMm

/** The depths at which every hole is open by that share; null where there are none. */
function rangeAt({ holes, boreMm }: Input, wanted: number): Range | null {
  let range: Range = { fromMm: -Infinity, toMm: Infinity }
  for (const h of holes) {
    const half = depthHalfMm(h, turnOffsetMm(h, boreMm), wanted)
    if (half === null) return null
    const at = meetsAt(h)
    range = { fromMm: Math.max(range.fromMm, at - half), toMm: Math.min(range.toMm, at + half) }
  }
  return range.fromMm <= range.toMm + SLACK_MM ? range : null
}

/** The least open of the holes at a depth, as a share. */
function leastOpen({ holes, boreMm }: Input, depthMm: number): number {
  return Math.min(...holes.map((h) => openShare(h, Math.hypot(depthMm - meetsAt(h), turnOffsetMm(h, boreMm)))))
}

/** The depth that leaves the least open hole as open as can be; null where no depth opens them all. */
function bestDepth(input: Input): number | null {
  const whole = rangeAt(input, 1)
  if (whole) return (whole.fromMm + whole.toMm) / 2
  let [low, high] = [0, 1]
  let found: Range | null = null
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    const range = rangeAt(input, middle)
    if (range) [low, found] = [middle, range]
    else high = middle
  }
  return found === null ? null : (found.fromMm + found.toMm) / 2
}

/**
 * How deep a bushing goes for its oil holes: flush, deeper or short of it, and between which depths the
 * wanted share of every hole stays open.
 *
 * @param input widths and bore mm; each hole with its place from the driven edge, its drilling's from the
 *   face, its turn (degrees) and whether a groove forgives that; the share wanted
 * @returns depths mm of the driven edge below the housing's face (below 0: standing out)
 * Source: the area two circles have in common.
 */
export function placeBushing(input: Input): PlacedBushing {
  const { housingWidthMm, bushingWidthMm } = input
  const shortMm = housingWidthMm - bushingWidthMm
  const depthMm = bestDepth(input)
  const open = depthMm === null ? 0 : leastOpen(input, depthMm)
  const cannotOpen = depthMm === null || open <= 1e-12
  const window = cannotOpen ? null : rangeAt(input, input.wantedShare)
  const inside = window && {
    fromMm: Math.max(window.fromMm, Math.min(0, shortMm)),
    toMm: Math.min(window.toMm, Math.max(0, shortMm)),
  }
  const verdict = (): PlacedBushing['verdict'] => {
    if (!window) return 'cannot'
    if (window.fromMm > SLACK_MM) return 'go-deeper'
    return window.toMm < -SLACK_MM ? 'stay-short' : 'flush-serves'
  }
  return {
    best: cannotOpen
      ? null
      : {
          depthMm,
          minShare: open,
          trailingOutMm: Math.max(0, -depthMm),
          leadingOutMm: Math.max(0, depthMm + bushingWidthMm - housingWidthMm),
        },
    atFlush: [
      { edge: 'trailing', depthMm: 0, minShare: leastOpen(input, 0) },
      { edge: 'leading', depthMm: shortMm, minShare: leastOpen(input, shortMm) },
    ],
    window,
    windowInside: inside && inside.fromMm <= inside.toMm + SLACK_MM ? inside : null,
    verdict: verdict(),
  }
}

export const placeBushingCalculation = defineCalculation(
  'place-bushing',
  'How deep a bushing goes for its oil holes, and the window it may stand in.',
  placeBushingInput,
  placeBushing,
)
