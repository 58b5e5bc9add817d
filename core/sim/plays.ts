import { z } from 'zod'
import { answerAt, assembled, nextAsk, type Answers } from '../job/ask'
import { spotShape } from '../job/place'
import type { Snapshot } from '../job/snapshot'
import type { EntryWhat } from '../works/kinds'
import { stageLogic } from '../works/logic'
import type { Doing } from '../works/stage-logic'
import { stageNames } from '../works/stage-table'
import type { Plays } from './play'
import type { UnitTruth } from './unit-truth'
import * as works from './works'

const plays = Object.assign({}, ...Object.values(works)) as Plays<UnitTruth>

/** What is asked of a simulated engine: the next answers to a turn, by what was answered so far. */
export const askedTurn = z.strictObject({
  ask: z.literal('turn'),
  stage: z.enum(stageNames),
  entry: z.string().max(40),
  ...spotShape,
  answers: z.record(
    z.string().max(80),
    z.union([z.number(), z.boolean(), z.string().max(300), z.array(z.number()).max(99), z.null()]),
  ),
  /** To so many at the most. */
  most: z.int().min(1).max(200),
})
export type AskedTurn = z.infer<typeof askedTurn>

/**
 * What a simulated engine answers to what a turn asks now, figure by figure: to the next, or to all that is still open.
 *
 * @returns the answers by their keys, in the order they were asked
 * @throws RangeError where the stage has no such turn there, or nothing is known of it
 */
export function answerTurn(
  truth: UnitTruth,
  snapshot: Snapshot,
  { stage, entry, cylinder, place, answers, most }: AskedTurn,
  nowMs: number,
): Answers {
  const spot = { cylinder, place }
  const doing = stageLogic[stage].turn?.(snapshot, entry as EntryWhat, spot, nowMs)
  if (!doing) throw new RangeError(`${stage} asks no ${entry} there.`)
  return playDoing(truth, snapshot, doing, answers, most)
}

/** The same for a turn that is at hand. */
export function playDoing(truth: UnitTruth, snapshot: Snapshot, doing: Doing, answers: Answers, most = 100): Answers {
  const { entry, cylinder, place } = doing
  const found: Record<string, Answers[string]> = {}
  for (let i = 0; i < most; i++) {
    const sofar = { ...answers, ...found }
    const ask = nextAsk(doing.asks(sofar), sofar)
    if (!ask) break
    const said = plays[entry]?.(truth, {
      snapshot,
      spot: { cylinder, place },
      sofar: assembled(sofar),
      about: ask.about,
    })
    const answer = answerAt(said, ask.key) ?? ask.offered ?? (ask.optional ? null : undefined)
    if (answer === undefined) throw new RangeError(`Nothing is known of ${entry} ${ask.key}.`)
    // No instrument shows what it cannot reach.
    found[ask.key] = typeof answer === 'number' ? Math.min(ask.most, Math.max(ask.least, answer)) : answer
  }
  return found
}
