import { numberOf, textOf, type Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { EntryAct } from '../works/kinds'
import { mendedBy, type LeakKind } from '../works/leaks/leak-table'
import { testOf } from '../works/leaks/read-leak'
import { workChoices, type WorkChoice } from '../works/stage-table'
import { blockActsOf, blockQuestionOf } from './block-truth'
import { faceActsOf, faceQuestionOf } from './face-truth'
import { frontActsOf, frontQuestionOf } from './play-front'
import { bushingActsOf, bushingQuestionOf } from './play-bushings'
import type { EngineAnswer, MeasuredBy } from './engine-answer'
import type { EngineQuestion } from './unit-truth'

/** What a move asks an instrument, an eye or a hand; null where it only does. */
export function questionOf(move: Move): EngineQuestion | null {
  const asked: Partial<Record<string, () => EngineQuestion>> = {
    'find-leak try': () => ({ ask: 'test', ...testOf(textOf(move, 'id')) }),
    'first-run run': () => ({ ask: 'again', complaint: textOf(move, 'code') as 'overheats' }),
  }
  return (
    asked[`${move.stage} ${move.action}`]?.() ??
    bushingQuestionOf(move) ??
    frontQuestionOf(move) ??
    faceQuestionOf(move) ??
    blockQuestionOf(move)
  )
}

/** The work that mends a cause, added to what the job has. */
export function workWith(snapshot: Snapshot, cause: LeakKind): WorkChoice[] {
  const more: readonly string[] = mendedBy[cause] ?? []
  return workChoices.filter((c) => snapshot.job.work.includes(c) || more.includes(c))
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
  const doing: Partial<Record<string, () => EntryAct[]>> = {
    'find-leak try': () => [
      { what: 'note-test', resultId: newId(), ...testOf(textOf(move, 'id')), positive: Boolean(answer.positive) },
    ],
    'find-leak settle': () => [
      {
        what: 'settle-cause',
        settledId: newId(),
        cause: textOf(move, 'kind') as LeakKind,
        cylinder: move.cylinder,
        chance: numberOf(move, 'chance') / 100,
      },
    ],
    'first-run run': () => [
      {
        what: 'run-again',
        runId: newId(),
        complaint: textOf(move, 'code') as 'overheats',
        before: typeof answer.before === 'number' ? answer.before : null,
        now: typeof answer.now === 'number' ? answer.now : null,
        gone: Boolean(answer.gone),
      },
    ],
  }
  const own = doing[`${move.stage} ${move.action}`]?.()
  if (own) return own
  return [
    ...bushingActsOf(snapshot, move, answer, by, newId),
    ...frontActsOf(snapshot, move, answer, by, newId),
    ...faceActsOf(snapshot, move, answer, newId),
    ...blockActsOf(snapshot, move, answer, by, newId),
  ]
}
