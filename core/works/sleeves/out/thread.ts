import { engageThread, type EngagedThread } from '../../../fasten/engage-thread'
import { torquePerNewtonNm } from '../../../pull/plan-pull'
import type { SleeveSection } from '../section'

/** Taps for a sleeve that is pulled by a thread of its own: fine ones, that leave its wall. */
const taps = [16, 18, 20, 22, 24, 27, 30].map((majorMm) => ({ majorMm, pitchMm: 1.5 }))
/** How far a tap's core may be below the bore, and how far its crests stay inside the wall, mm. */
const CORE_BELOW_MM = 0.6
const CREST_INSIDE_MM = 0.8
/** What a puller's bolt bears in shear, MPa, and how much of its strength is used. */
const BOLT_SHEAR_MPA = 350
const USED = 0.6
/** An oiled thread and nut. */
const FRICTION = 0.14
/** How wide a nut bears, as a share of its thread. */
const FACE_SHARE = 1.5
const LEAD_IN_MM = 4
const BOLT_THREAD_MM = 60

/**
 * The thread that is cut into a scrap sleeve to pull it by: the size its bore offers, and what its own metal bears.
 *
 * @returns with what gives first, and the torque at its nut to stop at, N·m; null where the sheet does not say what the sleeve bears, or its bore offers no size
 */
export function threadIn(
  of: SleeveSection,
): (EngagedThread & { majorMm: number; pitchMm: number; pullN: number; stopNm: number }) | null {
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
  const perNewtonNm = torquePerNewtonNm({
    ...tap,
    threadFriction: FRICTION,
    faceFriction: FRICTION,
    faceOuterMm: FACE_SHARE * tap.majorMm,
    faceInnerMm: tap.majorMm,
  })
  return { ...tap, ...engaged, pullN, stopNm: engaged.allowedN * perNewtonNm }
}
