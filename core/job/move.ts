import type { StageName } from '../works/stage-table'
import type { Spot } from './place'

/**
 * A figure of a move. What it is stands in its name: `…Mm` a length, `…RoughMm` one no finer than a
 * rule, `…Nm` a torque, `…AtMostNm` one at which to stop, `…N` a force, `…Money` a sum, `…AtDeg` a
 * direction by the clock; `leavesMm` is a pack. Other numbers and texts are said as they are,
 * several are joined the way the locale joins them, and `word` is a word of the trade by its key.
 */
export type Figure = number | string | readonly number[] | readonly string[] | { word: string } | Passes | null
/** Passes of a cutter, planned one after the other. */
export type Passes = readonly { kind: 'rough' | 'finish'; packMm: number }[]
export type Figures = Readonly<Record<string, Figure | undefined>>

/** What the moves of a stage can say: each has its sentence in the words files. */
export interface Says {
  /** Actions that one button does; the others are told and done elsewhere on the screen. */
  actions: readonly string[]
  told?: readonly string[]
  reasons: readonly string[]
  cautions?: readonly string[]
  /** Sentences of an action that differ by what it is about, beside its own. */
  heads?: readonly string[]
  /** What stands in the way of closing it, apart from what every stage has: each has its words too. */
  gates?: readonly string[]
  /** Why an entry comes too early or does not belong here. */
  orders?: readonly string[]
}

/** The next physical action of a stage: codes and figures, no words. */
export interface Move<Action extends string = string, Reason extends string = string, Caution extends string = string> {
  stage: StageName
  /** Whose sentences say it: the stage, or several that share theirs. */
  words: string
  action: Action
  /** Which sentence says the action. */
  head: string
  reason: Reason
  caution: Caution | null
  /** What the one button says that does it; null where no button does. */
  button: string | null
  /** Where: a cylinder, or a place that is none. */
  cylinder: number | null
  place: string | null
  stationDeg: number | null
  figures: Figures
  /** Where its button leads, if not to its own place. */
  to?: Spot
}

export type ActionOf<C extends Says> =
  C['actions'][number] | (C['told'] extends readonly string[] ? C['told'][number] : never)
export type CautionOf<C extends Says> = C['cautions'] extends readonly string[] ? C['cautions'][number] : never
export type HeadOf<C extends Says> = ActionOf<C> | (C['heads'] extends readonly string[] ? C['heads'][number] : never)
/** The moves of a stage that says no more than this. */
export type MoveOf<C extends Says> = Move<ActionOf<C>, C['reasons'][number], CautionOf<C>>

interface Rest<C extends Says> {
  head?: HeadOf<C>
  caution?: CautionOf<C> | null
  /** What the button says where it is not the action's own word; false: it is told, not done by the button. */
  button?: string | false
  cylinder?: number | null
  place?: string | null
  stationDeg?: number | null
  figures?: Figures
  to?: Spot
}

/** Makes the moves of a stage; what it does not declare does not compile. */
export function mover<const C extends Says>(stage: StageName, says: C) {
  return (action: ActionOf<C>, reason: C['reasons'][number], rest: Rest<C> = {}): MoveOf<C> => {
    const { button = says.actions.includes(action) && action, ...more } = rest
    return {
      stage,
      words: stage,
      action,
      head: action,
      reason,
      caution: null,
      button: button || null,
      cylinder: null,
      place: null,
      stationDeg: null,
      figures: {},
      ...more,
    }
  }
}

/** The one in hand first, then the others round the engine. */
export function inTurn<T extends { cylinder: number }>(all: readonly T[], selected: number): T[] {
  const at = Math.max(
    0,
    all.findIndex((l) => l.cylinder === selected),
  )
  return [...all.slice(at), ...all.slice(0, at)]
}

/** The caution to clamp before reading: to the torque of the sheet, or by the maker's book where it has none. */
export const clampCaution = (holdDownNm: number | null) => (holdDownNm === null ? 'clamp-by-book' : 'clamp')

/** A figure that the move must have, as a number. @throws RangeError where the stage and its screen disagree */
export function numberOf({ figures }: Pick<Move, 'figures'>, name: string): number {
  const found = figures[name]
  if (typeof found !== 'number') throw new RangeError(`The move has no number "${name}".`)
  return found
}
/** The same for a list of numbers; empty where the move has none. */
export function numbersOf({ figures }: Pick<Move, 'figures'>, name: string): readonly number[] {
  const found = figures[name]
  return Array.isArray(found) ? found.filter((v): v is number => typeof v === 'number') : []
}
/** The same for a text, such as an id. @throws RangeError where there is none */
export function textOf({ figures }: Pick<Move, 'figures'>, name: string): string {
  const found = figures[name]
  if (typeof found !== 'string') throw new RangeError(`The move has no text "${name}".`)
  return found
}
