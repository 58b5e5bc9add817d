import { fitPlane, planeEnds } from '../../measure/fit-plane'
import { setReadings, setsOf, standingOf, stationReadings, stationsOf } from '../../job/stations'
import { onceASnapshot } from '../../job/once'
import { mean } from '../../measure/mean'
import type { Cut, ReadingSet, Snapshot } from '../../job/snapshot'

/** One pass with what it promised and what was measured after it. Lengths mm. */
export interface PassState {
  cut: Cut
  /** Mean of the trial stack measured after it; null where nobody measured before the next pass. */
  measuredMm: number | null
  differenceMm: number | null
  /** What it took beyond its pack, by the liner's highest side: there the cut counts from. */
  beyondMm: number | null
}

export interface CutBore {
  cylinder: number
  passes: PassState[]
  /** The last pass was not measured: another one would be blind. */
  unmeasured: boolean
  /** The final check was begun here: the liner is in with its seals. */
  sealed: boolean
}

/** Whether a set is read at every station. */
function isWhole(snapshot: Snapshot, set: ReadingSet): boolean {
  const stations = stationsOf(snapshot.stationsDeg, setReadings(snapshot, set), 0)
  return snapshot.stationsDeg.every((angle) => stations.some((s) => s.angleDeg === angle && s.valueMm !== null))
}

/** The passes of a bore, each with its measurement: the trial stack's mean, as the prediction is told. */
export const readCutBore = onceASnapshot((snapshot, cylinder: number): CutBore => {
  const cuts = standingOf(snapshot.cuts, cylinder)
  const fits = standingOf(snapshot.shimFits, cylinder)
  const trials = setsOf(snapshot, 'trial-fit', cylinder).filter((s) => isWhole(snapshot, s))
  const ledges = setsOf(snapshot, 'counterbores', cylinder).filter((s) => isWhole(snapshot, s))
  const passes = cuts.map((cut, i): PassState => {
    const until = cuts[i + 1]?.seq ?? Infinity
    const set = trials.find((s) => s.seq > cut.seq && s.seq < until)
    // A shim that went in before the measurement is not part of what the pass had promised.
    const shimMm = fits.filter((f) => set && f.seq > cut.seq && f.seq < set.seq).at(-1)?.thicknessMm ?? 0
    if (!set) return { cut, measuredMm: null, differenceMm: null, beyondMm: null }
    const readings = stationReadings(stationsOf(snapshot.stationsDeg, setReadings(snapshot, set), 0))
    const measuredMm = mean(readings.map((r) => r.valueMm)) - shimMm
    const highMm = planeEnds(fitPlane(readings, snapshot.engine.boreMm)).highMm - shimMm
    return { cut, measuredMm, differenceMm: measuredMm - cut.expectMm, beyondMm: cut.biasMm + cut.expectMm - highMm }
  })
  const last = cuts.at(-1)
  return {
    cylinder,
    passes,
    unmeasured: last !== undefined && ![...trials, ...ledges].some((s) => s.seq > last.seq),
    sealed: setsOf(snapshot, 'final-check', cylinder).some((s) => s.seq > (last?.seq ?? -Infinity)),
  }
})

/** What the cutter has been seen to take beyond its pack, over the passes that were measured. */
export interface LearnedBias {
  passes: number
  biasMm: number
  /** Standard deviation of one pass, mm; null below two passes. */
  scatterMm: number | null
}

/** The cutter's bias from the measured passes of a job: what each took beyond its pack. */
export function learnBias(snapshot: Snapshot): LearnedBias | null {
  const beyond = snapshot.engine.heads
    .flat()
    .flatMap((cylinder) =>
      readCutBore(snapshot, cylinder).passes.flatMap((p) => (p.beyondMm === null ? [] : [p.beyondMm])),
    )
  if (beyond.length === 0) return null
  const biasMm = mean(beyond)
  const scatterMm =
    beyond.length < 2 ? null : Math.sqrt(beyond.reduce((s, b) => s + (b - biasMm) ** 2, 0) / (beyond.length - 1))
  return { passes: beyond.length, biasMm, scatterMm }
}

/** A bias told by fewer passes, or nearer to the one in use than this (mm), is not worth offering. */
const OFFER = { passes: 2, offMm: 0.0005, stepMm: 0.0001 } as const

/** The bias to reckon with from now on, to a tenth of a micron; null where the one in use will do. */
export function biasToOffer(learned: LearnedBias | null, inUseMm: number): number | null {
  if (!learned || learned.passes < OFFER.passes || Math.abs(learned.biasMm - inUseMm) < OFFER.offMm) return null
  return Number((Math.round(learned.biasMm / OFFER.stepMm) * OFFER.stepMm).toFixed(4))
}
