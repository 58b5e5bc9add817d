import { bySeq } from './order'
import { readingsBySet } from './readings-by-set'
import { inHand } from './two-hands'
import { mean } from '../measure/mean'
import { meanUncertaintyMm } from '../measure/uncertainty'
import type { Verdict } from '../measure/verdict'
import type { Reading } from '../schema'
import { atCylinder, sameSpot, type Spot } from './place'
import type { ReadingSet, Snapshot, TakenReading } from './snapshot'
import type { SetStage } from './stages'

export interface StationState {
  angleDeg: number
  /** Readings that stand, in the order taken. */
  readings: TakenReading[]
  /** Their mean; null where there is none. */
  valueMm: number | null
  /** Expanded uncertainty of that mean, mm. */
  uncertaintyMm: number
  /** How that mean stands between the limits; null where there is none. */
  verdict: Verdict | null
}

/** What stands of a cylinder, in the order it was done. */
export function standingOf<T extends { struck: unknown; cylinder: number; seq: number }>(
  rows: readonly T[],
  cylinder: number,
): T[] {
  return rows.filter((row) => row.cylinder === cylinder && row.struck === null).sort(bySeq)
}

/**
 * The sets of a spot at a stage that count, in the order they were begun.
 *
 * @param me whose hand it is: their own open set is the last
 */
export function setsAt(snapshot: Snapshot, stage: SetStage, spot: Spot, me?: string): ReadingSet[] {
  return inHand(
    snapshot.sets.filter((s) => s.stage === stage && s.struck === null && sameSpot(s, spot)),
    me,
  )
}

/** The sets of a cylinder at a stage, as `setsAt` has them. */
export const setsOf = (snapshot: Snapshot, stage: SetStage, cylinder: number, me?: string): ReadingSet[] =>
  setsAt(snapshot, stage, atCylinder(cylinder), me)

/** Readings of a set that stand, in the order taken. */
export function setReadings(snapshot: Snapshot, set: ReadingSet | null): readonly TakenReading[] {
  return (set && readingsBySet(snapshot).get(set.id)) ?? []
}

/** The stations of a set: the shop's own ones, and any other that was read. */
export function stationsOf(
  stationsDeg: readonly number[],
  readings: readonly TakenReading[],
  uncertaintyMm: number,
): StationState[] {
  const at = new Map<number, TakenReading[]>(stationsDeg.map((angleDeg) => [angleDeg, []]))
  for (const r of readings) {
    const own = at.get(r.angleDeg)
    if (own) own.push(r)
    else at.set(r.angleDeg, [r])
  }
  return [...at].map(([angleDeg, own]) => ({
    angleDeg,
    readings: own,
    valueMm: own.length > 0 ? mean(own.map((r) => r.valueMm)) : null,
    uncertaintyMm: meanUncertaintyMm(uncertaintyMm, Math.max(1, own.length)),
    verdict: null,
  }))
}

/** One value a station: what is judged and what a plane is laid through. */
export function stationReadings(stations: readonly StationState[]): (Reading & { uncertaintyMm: number })[] {
  return stations.flatMap((s) =>
    s.valueMm === null ? [] : [{ angleDeg: s.angleDeg, valueMm: s.valueMm, uncertaintyMm: s.uncertaintyMm }],
  )
}
