import type { Hand } from '../job/hand'
import type { Move, Says } from '../job/move'
import type { GateProblem } from '../job/gate'
import type { Snapshot } from '../job/snapshot'
import type { CardMarks } from './card-marks'
import type { Clock } from './clock'
import type { Answers, Ask, Said } from '../job/ask'
import type { Spot } from '../job/place'
import type { MeasuredBy } from '../job/turn'
import type { ByTurn } from './kind'
import type { EntryAct, EntryWhat } from './kinds'
import type { StageOf, WorkName } from './stage-table'

export type { Hand }

/** Why an act is refused, by its code and what it names. */
export interface Refused {
  code: string
  details: string[]
}

/** What a move asks, and what it comes to, at its place as it stands now. */
export interface Doing extends Spot {
  /** The kind of entry it ends in. */
  entry: EntryWhat
  asks(answers: Answers): Ask[]
  /** The key under which one more row by hand is counted; null where there are no more. */
  more: string | null
  said(answers: Answers, by: MeasuredBy): Said
  /** The entry is made at place after place: with it done, the next one is taken in hand. */
  onward: boolean
  /** The entry, after what comes before it; null while something is still to be answered. */
  make(answers: Answers, by: MeasuredBy, newId: () => string, more?: ByTurn): EntryAct[] | null
}

/** What a stage knows of itself. */
export interface StageLogic {
  /** Every code its moves can have: each has its words. */
  says: Says
  /** What stands in the way of closing it, by itself. @param nowMs what waits is judged by it */
  problems(snapshot: Snapshot, nowMs: number): GateProblem[]
  /** What its next move asks and comes to; null where it is done elsewhere on the screen, or only told. */
  doing?(snapshot: Snapshot, hand: Hand): Doing | null
  /** The turn that ends in a kind of entry, at a place: for making one again. */
  turn?(snapshot: Snapshot, entry: EntryWhat, spot: Spot, nowMs: number, hand?: Hand): Doing | null
  /** What is entered anew at the place in hand once it was mended elsewhere; null where nothing is told there that could be. */
  mended?(snapshot: Snapshot, hand: Hand): (Spot & { entry: EntryWhat }) | null
  /** Its steps, by what each is among the reasons that keep it open. */
  steps?: readonly { action: string; code: string; soft: boolean; doubt: boolean }[]
  /** What its turns can ask, as `measure-tip.valueMm`: each has its words. */
  asked?: readonly string[]
  /** Where the choices of its turns have their words, by entry and field: `decide-barrel.way`. */
  choices?: Readonly<Record<string, string>>
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
