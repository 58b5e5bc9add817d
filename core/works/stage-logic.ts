import type { Move, Says } from '../job/move'
import type { GateProblem } from '../job/gate'
import type { Snapshot } from '../job/snapshot'
import type { CardMarks } from './card-marks'
import type { Clock } from './clock'
import type { EntryAct } from './kinds'
import type { StageOf, WorkName } from './stage-table'

/** What the person has in hand while they ask for the next move. */
export interface Hand {
  /** The cylinder in hand, and the place where it is none. */
  cylinder: number
  place?: string | null
  /** A gauge is connected and streams. */
  gaugeLive?: boolean
  /** Now, ms: clocks run against it. */
  nowMs?: number
  /** The tool in hand, by its id. */
  toolId?: string | null
}

/** Why an act is refused, by its code and what it names. */
export interface Refused {
  code: string
  details: string[]
}

/** What a stage knows of itself. */
export interface StageLogic {
  /** Every code its moves can have: each has its words. */
  says: Says
  /** What stands in the way of closing it, by itself. */
  problems(snapshot: Snapshot): GateProblem[]
  /** Its next physical action. */
  move(snapshot: Snapshot, hand: Hand): Move
  /** Why an entry of this stage cannot be taken as it is; null where it can. */
  refuse?(snapshot: Snapshot, act: EntryAct, nowMs: number): Refused | null
}

/** What a work may tell of a job from afar: on lists, in the head strip. */
export interface WorkGlance {
  /** The clocks that run in it now, whatever stage is on the screen. */
  clocks?(snapshot: Snapshot): Clock[]
  /** Its places in small; null before anything is measured. */
  marks?(snapshot: Snapshot): CardMarks | null
}

/** The logic of every stage of a work. */
export type WorkLogic<W extends WorkName> = Record<StageOf<W>, StageLogic>
