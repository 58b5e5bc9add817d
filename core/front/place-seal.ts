import { z } from 'zod'
import { defineCalculation } from '../define'
import { lengthFromZeroMm, lengthMm, SLACK_MM } from '../schema'

export const placeSealInput = z.strictObject({
  tracks: z
    .array(
      z
        .strictObject({ fromMm: lengthMm, toMm: lengthMm, depthMm: lengthFromZeroMm })
        .refine((t) => t.fromMm <= t.toMm, { message: 'must not lie behind its end', path: ['fromMm'] }),
    )
    .max(100),
  lipFromFaceMm: lengthMm,
  depth: z
    .strictObject({ minMm: lengthMm, nominalMm: lengthMm, maxMm: lengthMm })
    .refine((d) => d.minMm <= d.maxMm, { message: 'must not be above the maximum', path: ['minMm'] }),
  clearanceMm: lengthFromZeroMm,
  maxTrackMm: lengthFromZeroMm,
})

export interface PlacedSeal {
  depthMm: number | null
  options: { fromMm: number; toMm: number }[]
  reason: 'as-made' | 'shifted' | 'no-clean-track'
}

/**
 * How deep a seal goes so that its lip runs on clean shaft beside the old tracks.
 *
 * @param input tracks inward from the housing's face, each with its depth, mm; how far the lip stands
 *   behind the seal's outer face; the depths the housing allows; the clearance kept from a track that is
 *   deeper than allowed
 * @returns the allowed depth nearest the nominal one (null where none is), and every range of depths there is
 */
export function placeSeal(input: z.infer<typeof placeSealInput>): PlacedSeal {
  const { tracks, lipFromFaceMm, depth, clearanceMm, maxTrackMm } = input
  const forbidden = tracks
    .filter((t) => t.depthMm > maxTrackMm + SLACK_MM)
    .map((t) => ({
      fromMm: t.fromMm - clearanceMm - lipFromFaceMm,
      toMm: t.toMm + clearanceMm - lipFromFaceMm,
    }))
    // A track of no width still forbids its own line.
    .sort((a, b) => a.fromMm - b.fromMm)
  const options: PlacedSeal['options'] = []
  let at = depth.minMm
  for (const f of forbidden) {
    if (f.toMm <= at + SLACK_MM && f.toMm < at) continue
    if (f.fromMm >= at - SLACK_MM && at <= depth.maxMm + SLACK_MM) {
      const toMm = Math.min(f.fromMm, depth.maxMm)
      if (toMm >= at - SLACK_MM) options.push({ fromMm: at, toMm: Math.max(at, toMm) })
    }
    at = Math.max(at, f.toMm)
  }
  if (at <= depth.maxMm + SLACK_MM) options.push({ fromMm: at, toMm: Math.max(at, depth.maxMm) })
  const { nominalMm } = depth
  const nearest = options
    .map((o) => Math.min(o.toMm, Math.max(o.fromMm, nominalMm)))
    .reduce<number | null>(
      (best, mm) => (best === null || Math.abs(mm - nominalMm) < Math.abs(best - nominalMm) - SLACK_MM ? mm : best),
      null,
    )
  return {
    depthMm: nearest,
    options,
    reason: nearest === null ? 'no-clean-track' : Math.abs(nearest - nominalMm) <= SLACK_MM ? 'as-made' : 'shifted',
  }
}

export const placeSealCalculation = defineCalculation(
  'place-seal',
  'How deep a seal goes so that its lip runs on clean shaft.',
  placeSealInput,
  placeSeal,
)
