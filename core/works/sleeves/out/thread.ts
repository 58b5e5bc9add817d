import { engageThread, type EngagedThread } from '../../../fasten/engage-thread'
import type { SleeveSection } from '../section'

/** Taps for a sleeve that is pulled by a thread of its own: fine ones, that leave its wall. */
const taps = [16, 18, 20, 22, 24, 27, 30].map((majorMm) => ({ majorMm, pitchMm: 1.5 }))
/** How far a tap's core may be below the bore, and how far its crests stay inside the wall, mm. */
const CORE_BELOW_MM = 0.6
const CREST_INSIDE_MM = 0.8
/** What a puller's bolt bears in shear, MPa, and how much of its strength is used. */
const BOLT_SHEAR_MPA = 350
const USED = 0.6
const LEAD_IN_MM = 4
const BOLT_THREAD_MM = 60

/**
 * The thread that is cut into a scrap sleeve to pull it by: the size its bore offers, and what its own metal bears.
 *
 * @returns null where the sheet does not say what the sleeve bears, or its bore offers no size
 */
export function threadIn(
  of: SleeveSection,
): (EngagedThread & { majorMm: number; pitchMm: number; pullN: number }) | null {
  const { tapped, sleeveBoreMm, wallMm } = of
  const tap = taps.find(
    (x) =>
      x.majorMm - x.pitchMm >= sleeveBoreMm - CORE_BELOW_MM && x.majorMm <= sleeveBoreMm + 2 * wallMm - CREST_INSIDE_MM,
  )
  if (!tapped || !tap) return null
  const { sleeveShearMPa, holeDepthMm, pullN } = tapped
  const engaged = engageThread({
    thread: tap,
    holeDepthMm,
    leadInMm: LEAD_IN_MM,
    rodThreadMm: BOLT_THREAD_MM,
    forceN: pullN,
    useFraction: USED,
    holeShearMPa: sleeveShearMPa,
    rodShearMPa: BOLT_SHEAR_MPA,
    backOffTurns: 0,
  })
  return { ...tap, ...engaged, pullN }
}
