import { numberOf, textOf, type Move } from '../job/move'
import type { Snapshot } from '../job/snapshot'
import type { EntryAct } from '../works/kinds'
import { mendedBy, type LeakKind } from '../works/leaks/leak-table'
import { testOf } from '../works/leaks/read-leak'
import { crankNowDeg, lastAt } from '../works/sleeves/read-sleeves'
import { workChoices, type WorkChoice } from '../works/stage-table'
import { blockActsOf, blockQuestionOf } from './block-truth'
import { faceActsOf, faceQuestionOf } from './face-truth'
import { frontActsOf, frontQuestionOf } from './play-front'
import { bushingActsOf, bushingQuestionOf } from './play-bushings'
import type { EngineAnswer, MeasuredBy } from './engine-answer'
import type { EngineQuestion } from './unit-truth'

/** What a move asks an instrument, an eye or a hand; null where it only does. */
export function questionOf(move: Move): EngineQuestion | null {
  const cylinder = move.cylinder ?? 0
  const asked: Partial<Record<string, () => EngineQuestion>> = {
    'find-leak try': () => ({ ask: 'test', ...testOf(textOf(move, 'id')) }),
    'sleeves-out injector': () => ({ ask: 'injector', cylinder }),
    'sleeves-out prove': () => ({ ask: 'rod', cylinder }),
    'sleeves-in prove': () => ({ ask: 'rod', cylinder }),
    'sleeves-out sleeve': () => ({ ask: 'sleeve-out', cylinder }),
    'sleeves-in measure-in': () => ({ ask: 'sleeve-in', cylinder }),
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
  const cylinder = move.cylinder ?? 0
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
    'sleeves-out injector': () => [
      {
        what: 'injector-out',
        injectorId: newId(),
        cylinder,
        trimCode: String(answer.trimCode ?? ''),
        washers: Number(answer.washers ?? 1),
      },
    ],
    'sleeves-out bar': () => bar(),
    'sleeves-in bar': () => bar(),
    'sleeves-out prove': () => prove(),
    'sleeves-in prove': () => prove(),
    'sleeves-out sleeve': () => [
      {
        what: 'sleeve-out',
        outId: newId(),
        cylinder,
        school: answer.school === 'expanding' ? 'expanding' : 'tap',
        peakNm: typeof answer.peakNm === 'number' ? answer.peakNm : null,
        chipsOut: answer.chipsOut !== false,
      },
    ],
    'sleeves-out chips': () => chips(),
    'sleeves-in film': () => step('film'),
    'sleeves-in oil': () => step('oil'),
    'sleeves-in seat': () => step('seated'),
    'sleeves-in yoke': () => step('yoke'),
    'sleeves-in draw': () => step('drawn', numberOf(move, 'mandrelMm')),
    'sleeves-in measure-in': () => [
      {
        what: 'sleeve-in',
        inId: newId(),
        cylinder,
        boreMm: typeof answer.boreMm === 'number' ? answer.boreMm : null,
        topBelowMm: typeof answer.topBelowMm === 'number' ? answer.topBelowMm : null,
        ...by,
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
  const chips = (): EntryAct[] => {
    const out = lastAt(snapshot, 'out', cylinder)
    return out
      ? [{ what: 'sleeve-out', outId: newId(), cylinder, school: out.school, peakNm: out.peakNm, chipsOut: true }]
      : []
  }
  const bar = (): EntryAct[] => [
    {
      what: 'bar-engine',
      barId: newId(),
      crankDeg: Number(((crankNowDeg(snapshot) + numberOf(move, 'turnDeg')) % 360).toFixed(6)),
    },
  ]
  const prove = (): EntryAct[] => [
    {
      what: 'prove-clear',
      proofId: newId(),
      cylinder,
      depthMm: typeof answer.depthMm === 'number' ? answer.depthMm : null,
    },
  ]
  const step = (name: 'film' | 'oil' | 'seated' | 'yoke' | 'drawn', mandrelMm: number | null = null): EntryAct[] => [
    { what: 'sleeve-step', stepId: newId(), cylinder, step: name, mandrelMm },
  ]
  const own = doing[`${move.stage} ${move.action}`]?.()
  if (own) return own
  return [
    ...bushingActsOf(snapshot, move, answer, by, newId),
    ...frontActsOf(snapshot, move, answer, by, newId),
    ...faceActsOf(snapshot, move, answer, newId),
    ...blockActsOf(snapshot, move, answer, by, newId),
  ]
}
