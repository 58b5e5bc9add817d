import type { ReadingSet, Snapshot } from './snapshot'
import type { SetStage } from './stages'

/** How a gauge stands while a round of sets is read with it. */
export interface ZeroedGauge {
  stage: SetStage
  gaugeId: string
  zeroOn: ReadingSet['zeroOn']
}

/** Sets read with a gauge at a stage since its zero was last seen: the next look at the zero answers for them all. */
export function setsSinceZero(snapshot: Snapshot, { stage, gaugeId, zeroOn }: ZeroedGauge): ReadingSet[] {
  const read = new Set(snapshot.readings.flatMap((r) => (r.struck ? [] : [r.setId])))
  return snapshot.sets.filter(
    (s) =>
      s.stage === stage &&
      s.gaugeId === gaugeId &&
      s.zeroOn === zeroOn &&
      s.closed === null &&
      s.struck === null &&
      read.has(s.id),
  )
}

/**
 * Whether the zero is to be seen now.
 *
 * @param sinceZero sets read since the last look
 * @param whole every spot of the stage is read
 * @param every after how many sets the shop wants it; 0 is once a round
 */
export function isZeroDue(sinceZero: readonly ReadingSet[], whole: boolean, every: number): boolean {
  if (sinceZero.length === 0) return false
  // A gauge zeroed on each liner has a zero of its own there.
  return whole || sinceZero.some((s) => s.zeroOn === 'liner') || (every > 0 && sinceZero.length >= every)
}

/** The sets that the latest look at the zero ended, by one person with one gauge; empty where there was none. */
export function setsOfLastZero(snapshot: Snapshot, { stage, gaugeId }: ZeroedGauge, personId: string): ReadingSet[] {
  const ended = snapshot.sets.filter(
    (s) => s.stage === stage && s.gaugeId === gaugeId && s.closed?.personId === personId,
  )
  const last = ended.reduce<string>((at, s) => (s.closed!.at > at ? s.closed!.at : at), '')
  return ended.filter((s) => s.closed!.at === last)
}
