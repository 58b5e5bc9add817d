import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import { lengthFromZeroMm, readingList, SLACK_MM, type Reading } from '../schema'
import { turnDeg } from './angle'
import { fitPlane } from './fit-plane'
import { combinedUncertaintyMm } from './uncertainty'

/** What two sets of the same liner say of each other. */
export type ShiftReading = 'same' | 'one-side-up' | 'up' | 'down'

export interface SetComparison {
  meanShiftMm: number
  tiltShiftMm: number
  highAtDeg: number | null
  /** After minus before at each station; `real` where the gauge can tell it from nothing. */
  stations: { angleDeg: number; differenceMm: number; real: boolean }[]
  reading: ShiftReading
}

/**
 * What has changed between two sets of readings at the same stations.
 *
 * @param uncertaintyMm expanded uncertainty (k = 2) of one reading
 * @throws CalcError `different-stations` where the angles are not the same, `too-few-stations` below three
 * Source: JCGM 100, 5.1.2 for the uncertainty of a difference.
 */
export function compareSets(
  before: readonly Reading[],
  after: readonly Reading[],
  uncertaintyMm: number,
): SetComparison {
  const later = new Map(after.map((r) => [turnDeg(r.angleDeg), r.valueMm]))
  const same =
    before.length === after.length && later.size === after.length && before.every((r) => later.has(turnDeg(r.angleDeg)))
  if (!same) throw new CalcError('different-stations')
  const differences = before.map((r) => ({
    angleDeg: r.angleDeg,
    valueMm: later.get(turnDeg(r.angleDeg))! - r.valueMm,
  }))
  const { centreMm, tiltMm, highAtDeg } = fitPlane(differences, 1)
  const limit = combinedUncertaintyMm(uncertaintyMm, uncertaintyMm)
  const stations = differences.map((d) => ({
    angleDeg: d.angleDeg,
    differenceMm: d.valueMm,
    real: Math.abs(d.valueMm) > limit + SLACK_MM,
  }))
  const reading = !stations.some((s) => s.real)
    ? 'same'
    : tiltMm / 2 > Math.abs(centreMm)
      ? 'one-side-up'
      : centreMm > 0
        ? 'up'
        : 'down'
  return { meanShiftMm: centreMm, tiltShiftMm: tiltMm, highAtDeg, stations, reading }
}

export const compareSetsCalculation = defineCalculation(
  'compare-sets',
  'What has changed between two sets of readings at the same stations, and what of it is real.',
  z.strictObject({ before: readingList, after: readingList, uncertaintyMm: lengthFromZeroMm }),
  ({ before, after, uncertaintyMm }) => compareSets(before, after, uncertaintyMm),
)
