import { nothingSaid, type Said } from '../../job/ask'
import { latest } from '../../job/order'
import type { Spot } from '../../job/place'
import { turnOf, type Here } from '../../job/turn'
import { nmPerUnit } from '../../units/torque-units'
import { tighten } from '../../fasten/tighten'
import { judgeUpper } from '../../measure/verdict'
import { SLACK } from '../../schema'
import { usualFriction, type Joint, type ThreadCondition } from './data'
import type { JointState, Tightening } from './read-joint'

/** A place with the joint that is tightened there; null where the sheet has none. */
export interface Bolted {
  bolts: JointState | null
}
type H = Here<Spot, Bolted>

/** Whether a joint is still to be tightened. */
export const isOpen = ({ bolts }: Bolted): boolean => bolts !== null && !bolts.done

/** The bolt that was touched, or else the next in the book's order. */
export const boltOf = (bolts: JointState, sofar: Record<string, unknown>): string =>
  typeof sofar.bolt === 'string' ? sofar.bolt : (bolts.next ?? bolts.order[0]!)
/** A bolt by its number in the order, as its drawing has it. */
export const numberOf = ({ order }: JointState, bolt: string): number => order.indexOf(bolt) + 1
/** The round in hand; the last where all are done. */
export const roundOf = ({ round, rounds }: JointState): number => Math.min(round, rounds.length - 1)
export const aimOf = (bolts: JointState): number => bolts.rounds[roundOf(bolts)]!.torqueNm
/** What was read last at a joint, in whichever round; null where nothing was. */
export const lastReading = ({ rounds }: JointState): Tightening | null => latest(rounds.flatMap((r) => r.readings))
/** What is on the threads, as it was said last; the book's where nobody said anything. */
const conditionNow = (bolts: JointState): ThreadCondition => lastReading(bolts)?.condition ?? bolts.joint.condition
const turnsFurther = ({ joint, round, rounds }: JointState): boolean =>
  joint.angleDeg !== null && round >= rounds.length - 1

/**
 * What a wrench's torque comes to in this joint, with what is on its threads.
 *
 * @param adapter a crowfoot on the wrench; null for none
 */
export function jointFigures(
  joint: Joint,
  torqueNm: number,
  condition: ThreadCondition,
  adapter: { wrenchMm: number; lengthMm: number } | null = null,
) {
  const { screw, frictionAssumed, angleDeg, gripMm, washer } = joint
  return tighten({
    screw,
    torqueNm,
    frictionAssumed,
    frictionNow: condition === joint.condition ? frictionAssumed : usualFriction[condition],
    adapter: adapter && { ...adapter, angleDeg: 0 },
    angle: angleDeg !== null && gripMm !== null ? { deg: angleDeg, gripMm, modulusMPa: 205_000, clampRatio: 4 } : null,
    washer,
  })
}
/** A change of clamp less than this is none. */
const SAME_CLAMP = 0.02

function said(
  bolts: JointState,
  bolt: string,
  torqueNm: number | undefined,
  condition: ThreadCondition | undefined,
): Said {
  const { joint } = bolts
  const { readings, judged } = bolts.rounds[roundOf(bolts)]!
  const before = readings.findLast((r) => r.bolt === bolt)
  const wasOver = before !== undefined && judged.bolts.some((b) => b.bolt === bolt && b.verdict === 'over')
  const change = jointFigures(joint, joint.torqueNm, condition ?? joint.condition).clampChange
  const off = torqueNm === undefined ? null : Math.abs(torqueNm - aimOf(bolts)) - joint.tolNm
  return {
    verdicts: off === null ? {} : { torqueNm: off <= SLACK ? 'in' : 'out' },
    lines: [
      ...(wasOver ? [{ word: 'was-over', figures: { tookNm: before.torqueNm }, verdict: 'out' as const }] : []),
      ...(Math.abs(change) <= SAME_CLAMP
        ? []
        : [
            {
              word: change < 0 ? 'less-clamp' : 'more-clamp',
              figures: {
                percent: Math.round(100 * Math.abs(change)),
                condition: { word: `joint.conditions.${joint.condition}` },
              },
              verdict: 'out' as const,
            },
          ]),
    ],
  }
}

/** A bolt drawn to its torque: it clicked where the wrench is set, or by what the wrench showed. */
export const tightenBolt = turnOf<'tighten-bolt', H, never>({
  entry: 'tighten-bolt',
  fields: {
    joint: ({ state }) => state.bolts!.joint.code,
    bolt: ({ state }, sofar) => boltOf(state.bolts!, sofar),
    round: ({ state }) => roundOf(state.bolts!),
    torqueNm: {
      figures: ({ state: { bolts } }, sofar) => ({
        bolt: numberOf(bolts!, boltOf(bolts!, sofar)),
        aimNm: aimOf(bolts!),
        round: roundOf(bolts!) + 1,
        rounds: bolts!.rounds.length,
      }),
      about: ({ state }) => aimOf(state.bolts!),
      offered: ({ state }) => aimOf(state.bolts!),
    },
    angleDeg: {
      about: ({ state }) => state.bolts!.joint.angleDeg,
      figures: ({ state: { bolts } }) => ({ deg: bolts!.joint.angleDeg ?? 0 }),
      offered: ({ state }) => state.bolts!.joint.angleDeg ?? 0,
      when: ({ state }) => turnsFurther(state.bolts!),
      needed: () => true,
      comes: true,
    },
    shown: (_, sofar, { wrench }) => wrench?.shown ?? (sofar.torqueNm as number) / nmPerUnit[wrench?.unit ?? 'Nm'],
    unit: (_, __, { wrench }) => wrench?.unit ?? 'Nm',
    source: ({ state }, sofar, { wrench }) => {
      if (wrench?.sent) return 'wrench'
      return sofar.torqueNm === aimOf(state.bolts!) ? 'hand' : 'typed'
    },
    condition: { words: 'joint.conditions', usual: ({ state }) => conditionNow(state.bolts!) },
  },
  said: ({ state: { bolts } }, sofar) =>
    bolts ? said(bolts, boltOf(bolts, sofar), sofar.torqueNm, sofar.condition) : nothingSaid,
})

/** A bolt held against the book before it goes in again. */
export const measureBolt = turnOf<'measure-bolt', H, never>({
  entry: 'measure-bolt',
  fields: {
    joint: ({ state }) => state.bolts!.joint.code,
    bolt: ({ state }, sofar) => boltOf(state.bolts!, sofar),
    freeLengthMm: {
      figures: ({ state: { bolts } }, sofar) => ({
        bolt: numberOf(bolts!, boltOf(bolts!, sofar)),
        maxMm: bolts!.joint.freeLengthMaxMm,
      }),
      about: ({ state }) => state.bolts!.joint.freeLengthMaxMm,
    },
  },
  said: ({ state: { bolts } }, { freeLengthMm }) => {
    const max = bolts?.joint.freeLengthMaxMm ?? null
    if (max === null || freeLengthMm === undefined) return nothingSaid
    return { verdicts: { freeLengthMm: judgeUpper(freeLengthMm, max, 0) }, lines: [] }
  },
})

/** Witness marks over bolts and part: the last step. */
export const markJoint = turnOf<'mark-joint', H, never>({
  entry: 'mark-joint',
  fields: { joint: ({ state }) => state.bolts!.joint.code },
})
/** What may be done at a joint beside its next bolt. */
export const boltTurns = [tightenBolt, measureBolt, markJoint] as const
