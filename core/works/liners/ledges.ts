import { asJudged } from '../../job/as-judged'
import { onceASnapshot } from '../../job/once'
import { nominalLedgeDepthMm } from '../../liner/stack'
import { judgeLedge, type LedgeJudgement } from '../../liner/judge-ledge'
import { turnDeg } from '../../measure/angle'
import { carriesPlane, fitPlane } from '../../measure/fit-plane'
import type { ReadingSet } from '../../job/snapshot'
import { rivalsOf } from '../../job/two-hands'
import type { WearMark } from './wear'
import { setReadings, setsOf, standingOf, stationReadings, stationsOf, type StationState } from '../../job/stations'

export interface LedgeState {
  cylinder: number
  /** The latest set on the ledge; null where none was begun. */
  set: ReadingSet | null
  /** Sets that somebody else read here at the same time: a person says which counts. */
  rivals: ReadingSet[]
  stations: StationState[]
  complete: boolean
  /** The ledge was cut since it was measured. */
  changed: boolean
  marks: WearMark[]
  /** What it measures at the centre, and how it leans; null before three stations are read. */
  plane: { centreMm: number; tiltMm: number; highAtDeg: number | null } | null
  /** Depth of its highest spot now, after the cuts since it was measured, mm. */
  depthMm: number
  /** What fretting is left of it, mm. */
  frettingMm: number
  judgement: LedgeJudgement | null
}

/**
 * One ledge as it stands: its plane from the latest readings, what the cuts since have
 * taken off it, its wear, and the verdict.
 */
export const readLedge = onceASnapshot((job, cylinder: number, me?: string): LedgeState => {
  const snapshot = asJudged(job, 'counterbores')
  const sets = setsOf(snapshot, 'counterbores', cylinder, me)
  const set = sets.at(-1) ?? null
  const stations = stationsOf(snapshot.stationsDeg, setReadings(snapshot, set), set?.uncertaintyMm ?? 0)
  const values = stationReadings(stations)
  const cuts = standingOf(snapshot.cuts, cylinder)
  const marks = standingOf(snapshot.wearMarks, cylinder)
  const earlier = snapshot.ledges.find((l) => l.cylinder === cylinder)
  const complete = snapshot.stationsDeg.every((angle) =>
    stations.some((s) => s.angleDeg === angle && s.valueMm !== null),
  )
  const cutSince = cuts
    .filter((c) => !complete || c.seq > (set?.seq ?? -Infinity))
    .reduce((sum, c) => sum + c.packMm + c.biasMm, 0)

  // A depth is least where the ledge is highest.
  const fit = carriesPlane(values) ? fitPlane(values, snapshot.engine.boreMm) : null
  const plane = fit && {
    centreMm: fit.centreMm,
    tiltMm: fit.tiltMm,
    highAtDeg: fit.highAtDeg === null ? null : turnDeg(fit.highAtDeg + 180),
  }
  const measuredDepthMm =
    plane && complete
      ? plane.centreMm - plane.tiltMm / 2
      : (earlier?.depthMm ?? nominalLedgeDepthMm(snapshot.sheet.links))
  const { cleanupMm } = snapshot.tooling
  const fretting = marks
    .filter((m) => m.kind === 'fretting' || m.kind === 'pitting')
    .reduce((most, m) => Math.max(most, m.depthMm), earlier?.frettingMm ?? 0)
  const lastMark = marks.reduce((seq, m) => Math.max(seq, m.seq), -Infinity)
  const cutSinceMarks = cuts.filter((c) => c.seq > lastMark).reduce((sum, c) => sum + c.packMm + c.biasMm, 0)
  const cleanCutMm = fretting + cleanupMm + (plane?.tiltMm ?? 0)
  const frettingMm = cutSinceMarks > 0 ? Math.min(fretting, Math.max(0, cleanCutMm - cutSinceMarks)) : fretting
  const depthMm = measuredDepthMm + cutSince
  const changed = complete && cutSince > 0

  return {
    cylinder,
    set,
    rivals: set ? rivalsOf(snapshot, set) : [],
    stations,
    complete,
    changed,
    marks,
    plane,
    depthMm,
    frettingMm,
    judgement:
      plane && complete && !changed
        ? judgeLedge({
            readings: values.map(({ angleDeg, valueMm }) => ({ angleDeg, valueMm })),
            uncertaintyMm: set?.uncertaintyMm ?? 0,
            maxDepthMm: snapshot.sheet.limits.maxLedgeDepthMm,
            maxTiltMm: snapshot.sheet.limits.withinLinerMaxMm,
            cleanupMm,
            marks: marks.map(({ kind, atDeg, depthMm: deep }) => ({ kind, atDeg, depthMm: deep })),
          })
        : null,
  }
})

/** Every ledge of the engine, in deck order. */
export const readLedges = onceASnapshot((snapshot, me?: string): LedgeState[] =>
  snapshot.engine.heads.flat().map((cylinder) => readLedge(snapshot, cylinder, me)),
)
