import { placeSeal } from '../../front/place-seal'
import type { Snapshot } from '../../job/snapshot'
import { judgeUpper, type Verdict } from '../../measure/verdict'
import { centringWays, removalWays, type CentringWay, type RemovalWay } from './kinds'
import { tracksOf, treatmentOf, usualTreatment, type EndSpot } from './read-front'
import { lipWays, outsideWays, type LipWay, type OutsideWay } from './section'

/** Left between a drill and what lies behind the seal, mm. */
const DRILL_MARGIN_MM = 2
/** A drill for the screws of a seal, mm. */
const DRILL_MM = 3
/** What a slip of a tool scratches, across, mm. */
const SCRATCH_MM = 1

/** A way to take a seal out, in figures. Lengths mm. */
export interface RemovalRisk {
  way: RemovalWay
  /** How far its edge stays from the shaft: nought where it lies on it, null where it never points there. */
  fromShaftMm: number | null
  /** How deep it may go; null where nothing goes in. */
  stopMm: number | null
  /** What a scratch under the lip would leave of clean shaft for the next one; null where this way makes none. */
  leavesMm: number | null
  /** Clean shaft for the lip as it is now. */
  cleanMm: number
}

const lengthOf = (options: readonly { fromMm: number; toMm: number }[]) =>
  options.reduce((sum, o) => sum + o.toMm - o.fromMm, 0)

/** How deep a drill may go into an old seal: as thick as it is, less a margin, never to the shaft. */
export const drillStopMm = ({ of }: EndSpot): number => Math.max(1, of.seal.widthMm - DRILL_MARGIN_MM)

/** The ways to take a seal out, each with what it risks: how near it comes to the shaft, and what a scratch would cost. */
export function removalRisks(snapshot: Snapshot, end: EndSpot): RemovalRisk[] {
  const { of } = end
  const place = (tracks: ReturnType<typeof tracksOf>) =>
    lengthOf(
      placeSeal({
        tracks,
        lipFromFaceMm: of.lipFromFaceMm,
        depth: of.depth,
        clearanceMm: of.trackClearanceMm,
        maxTrackMm: of.maxTrackMm,
      }).options,
    )
  const tracks = tracksOf(snapshot, end)
  const cleanMm = place(tracks)
  // A tool slips where it works: at the lip.
  const lip = of.lipFromFaceMm + of.depth.nominalMm
  const scratch = {
    fromMm: Math.max(0, lip - SCRATCH_MM / 2),
    toMm: lip + SCRATCH_MM / 2,
    depthMm: Math.max(of.catchesMm, of.maxTrackMm * 2),
  }
  const leavesMm = place([...tracks, scratch])
  const ring = (of.seal.outerMm - of.seal.innerMm) / 2
  const figures: Record<RemovalWay, Pick<RemovalRisk, 'fromShaftMm' | 'stopMm' | 'leavesMm'>> = {
    hook: { fromShaftMm: 0, stopMm: null, leavesMm },
    // In the middle of the seal's ring.
    screws: { fromShaftMm: Math.max(0, (ring - DRILL_MM) / 2), stopMm: drillStopMm(end), leavesMm },
    puller: { fromShaftMm: null, stopMm: null, leavesMm: null },
  }
  return removalWays.map((way) => ({ way, cleanMm, ...figures[way] }))
}

/** A way to centre a cover, in figures. Lengths mm. */
export interface CentringDoubt {
  way: CentringWay
  /** How far off the crank's middle it may be, and nobody sees it. */
  offMm: number
  /** The same as the dial would show it. */
  runoutMm: number
  /** Whether a cover set by it alone can be told good: `in` where the doubt fits twice into what is allowed. */
  tells: Verdict
}

/** How far each way of centring can be trusted. */
export function centringDoubts({ of: { cover } }: EndSpot): CentringDoubt[] {
  if (!cover) return []
  return centringWays.map((way) => {
    const offMm = cover.doubtMm[way]
    const runoutMm = 2 * offMm
    return { way, offMm, runoutMm, tells: judgeUpper(runoutMm, cover.runoutMaxMm, cover.runoutMaxMm / 2) }
  })
}
/** Whether a sweep tells a cover good, with the doubt of how it was centred and of the gauge. */
export function trustSweep(
  { of: { cover } }: EndSpot,
  sweep: { centredBy: CentringWay; uncertaintyMm: number },
  runoutMm: number,
): Verdict | null {
  if (!cover) return null
  const doubt = Math.max(sweep.uncertaintyMm, cover.doubtMm[sweep.centredBy])
  return judgeUpper(runoutMm, cover.runoutMaxMm, 2 * doubt)
}

/** A way to treat a lip or an outside: who says so, and what it makes wait. */
export interface TreatmentLine {
  part: 'lip' | 'outside'
  way: LipWay | OutsideWay
  says: 'sheet' | 'usual' | null
  /** Minutes before the crank may turn; null where it need not wait. */
  waitMin: number | null
}
/** Minutes a sealed outside is left alone, where the sheet names none. */
const SEALED_MIN = 30

/** What is said for each way of lip and outside, the sheet's word first. */
export function treatmentLines(end: EndSpot): TreatmentLine[] {
  const { seal, restMin, cover } = end.of
  const usual = usualTreatment[seal.kind]
  const now = treatmentOf(end)
  const said = (own: string | null, usualWay: string, way: string) =>
    own === way ? ('sheet' as const) : own === null && usualWay === way ? ('usual' as const) : null
  return [
    ...lipWays.map((way) => ({
      part: 'lip' as const,
      way,
      says: said(seal.lip, usual.lip, way),
      waitMin: way === 'dry' ? restMin : null,
    })),
    ...outsideWays
      // As coated is a way only of what comes coated.
      .filter((way) => way !== 'as-coated' || seal.kind === 'pre-coated' || now.outside === 'as-coated')
      .map((way) => ({
        part: 'outside' as const,
        way,
        says: said(seal.outside, usual.outside, way),
        waitMin: way === 'sealed' ? (cover?.skinMin ?? SEALED_MIN) : null,
      })),
  ]
}
