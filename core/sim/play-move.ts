import { type Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { EntryAct } from '../works/kinds'
import { blockActsOf, blockQuestionOf } from './block-truth'
import { faceActsOf, faceQuestionOf } from './face-truth'
import { frontActsOf, frontQuestionOf } from './play-front'
import type { EngineAnswer, MeasuredBy } from './engine-answer'
import type { EngineQuestion } from './unit-truth'

/** What a move asks an instrument, an eye or a hand; null where it only does. */
export function questionOf(move: Move): EngineQuestion | null {
  return frontQuestionOf(move) ?? faceQuestionOf(move) ?? blockQuestionOf(move)
}

/**
 * The entries that a move comes to: what the hand did, with what was read.
 *
 * @param answer what the instrument said; empty where the move asks nothing
 * @param newId a fresh id for each entry
 * @returns the acts in their order; none where the move is done elsewhere on the screen
 */
export function actsOf(
  snapshot: Snapshot,
  move: Move,
  answer: EngineAnswer,
  by: MeasuredBy,
  newId: () => string,
): EntryAct[] {
  return [
    ...frontActsOf(snapshot, move, answer, by, newId),
    ...faceActsOf(snapshot, move, answer, newId),
    ...blockActsOf(snapshot, move, answer, by, newId),
  ]
}
