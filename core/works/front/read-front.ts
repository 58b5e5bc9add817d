import { latest } from '../../job/order'
import type { Spot } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import { placeSeal, type PlacedSeal } from '../../front/place-seal'
import { type Groups } from '../kinds'
import { standingEntries } from '../standing-entries'
import type { EndName, EndSheet, FrontSection, LipWay, OutsideWay, SealKind } from './section'

type Front = NonNullable<Groups['front']>
export type FrontRows = keyof Front
/** Collections whose entries are made at an end. */
type EndRows = { [K in FrontRows]: Front[K][number] extends { place: string } ? K : never }[FrontRows]

/** What stands of a collection of this work, in the order it was done. */
export function frontEntries<K extends FrontRows>(snapshot: Snapshot, rows: K): Front[K] {
  return standingEntries<Front[K]>(snapshot, `front.${rows}`)
}
/** The last of a collection, after a place in the job where one is given; null where there is none. */
export function lastOf<K extends FrontRows>(snapshot: Snapshot, rows: K, since = -1): Front[K][number] | null {
  const all = frontEntries(snapshot, rows) as { seq: number }[]
  return latest(all.filter((e) => e.seq > since)) as Front[K][number] | null
}
/** The entries of an end. */
export function entriesAt<K extends EndRows>(snapshot: Snapshot, rows: K, place: string): Front[K] {
  const all = frontEntries(snapshot, rows) as unknown as { place: string }[]
  return all.filter((e) => e.place === place) as unknown as Front[K]
}
export function lastAt<K extends EndRows>(
  snapshot: Snapshot,
  rows: K,
  place: string,
  since = -1,
): Front[K][number] | null {
  const all = entriesAt(snapshot, rows, place) as unknown as { seq: number }[]
  return latest(all.filter((e) => e.seq > since)) as Front[K][number] | null
}

export const sectionOf = (snapshot: Snapshot): FrontSection | null => snapshot.sheet.sections.front ?? null

/** An end of the crank: its place, and what the sheet says of it. */
export interface EndSpot extends Spot {
  cylinder: null
  place: EndName
  of: EndSheet
}
/** The ends of this job: those that were chosen at intake. */
export const endsOf = (snapshot: Snapshot): EndSpot[] =>
  (sectionOf(snapshot)?.ends ?? [])
    .filter(({ end }) => snapshot.job.work.includes(end))
    .map((of) => ({ cylinder: null, place: of.end, of }))
export const endAt = (snapshot: Snapshot, place: string | null): EndSpot | null =>
  endsOf(snapshot).find((e) => e.place === place) ?? null
/** The ends that carry a cover of their own. */
export const coveredEnds = (snapshot: Snapshot): EndSpot[] => endsOf(snapshot).filter((e) => e.of.cover !== null)

/** What is usual for each kind of seal, where the sheet's line is silent. */
export const usualTreatment: Record<SealKind, { lip: LipWay; outside: OutsideWay }> = {
  'rubber-coated': { lip: 'oiled', outside: 'oiled' },
  'bare-metal': { lip: 'oiled', outside: 'sealed' },
  'pre-coated': { lip: 'oiled', outside: 'as-coated' },
  ptfe: { lip: 'dry', outside: 'dry' },
}
/** How a seal's lip and outside go in, and whether the sheet says so or it is only usual. */
export function treatmentOf({ of: { seal } }: EndSpot) {
  const usual = usualTreatment[seal.kind]
  return {
    lip: seal.lip ?? usual.lip,
    outside: seal.outside ?? usual.outside,
    ofSheet: seal.lip !== null && seal.outside !== null,
  }
}

/** A track on the shaft with how deep it is: as measured, or as the sheet has what a fingernail tells. A scratch is one that no lip may run on. */
export function tracksOf(snapshot: Snapshot, end: EndSpot): { fromMm: number; toMm: number; depthMm: number }[] {
  const byFeel = { none: 0, felt: end.of.feltMm, catches: end.of.catchesMm }
  const out = lastAt(snapshot, 'sealsOut', end.place)
  const { scratchFromMm: from = null, scratchToMm: to = null } = out ?? {}
  const depthMm = Math.max(end.of.catchesMm, end.of.maxTrackMm + SCRATCH_MM)
  const scratch =
    from === null || to === null ? [] : [{ fromMm: Math.min(from, to), toMm: Math.max(from, to), depthMm }]
  const tracks = entriesAt(snapshot, 'tracks', end.place).map(({ fromMm, toMm, feel, trackMm }) => ({
    fromMm: Math.min(fromMm, toMm),
    toMm: Math.max(fromMm, toMm),
    depthMm: trackMm ?? byFeel[feel],
  }))
  return [...tracks, ...scratch]
}
/** A scratch counts as so much deeper than the sheet allows, however fine it is. */
const SCRATCH_MM = 0.01

/** How deep the new seal goes, so that its lip runs on clean shaft. */
export function readPlace(snapshot: Snapshot, end: EndSpot): PlacedSeal {
  const { lipFromFaceMm, depth, trackClearanceMm, maxTrackMm } = end.of
  return placeSeal({
    tracks: tracksOf(snapshot, end),
    lipFromFaceMm,
    depth,
    clearanceMm: trackClearanceMm,
    maxTrackMm,
  })
}
