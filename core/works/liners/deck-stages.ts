import { named, type GateProblem } from '../../job/gate'
import { leftMove } from '../../job/left-move'
import type { MeasuredStage } from '../../job/stages'
import type { Snapshot } from '../../job/snapshot'
import type { Verdict } from '../../measure/verdict'
import type { StageLogic } from '../stage-logic'
import { compareWithDry } from './compare-dry'
import { readDeck, type Deck } from './deck'
import { deckSays } from './deck-move-input'
import { moveInput } from './move-input'
import { nextMove } from './next-move'

function deckProblems(deck: Deck): GateProblem[] {
  const pick = (test: (c: Deck['cylinders'][number]) => boolean) => deck.cylinders.filter(test).map((c) => c.cylinder)
  /** Not by itself: by its step to the next, or by the range under its head. */
  const byOthers = (c: Deck['cylinders'][number], verdict: Verdict) =>
    c.verdictAmong === verdict && c.verdict !== verdict
  const baseline = deck.stage === 'as-found'
  const problems: GateProblem[] = [
    { code: 'not-measured', cylinders: pick((c) => !c.complete && !c.changed), soft: baseline },
    { code: 'changed', cylinders: pick((c) => c.changed !== null), soft: false },
    { code: 'two-sets', cylinders: pick((c) => c.rivals.length > 0), soft: true },
    { code: 'zero-moved', cylinders: pick((c) => c.complete && (c.set?.closed?.zeroMoved ?? false)), soft: baseline },
  ]
  if (!baseline) {
    problems.push(
      { code: 'out', cylinders: pick((c) => c.verdict === 'out'), soft: false },
      { code: 'step-out', cylinders: pick((c) => byOthers(c, 'out')), soft: false },
      { code: 'unsure', cylinders: pick((c) => c.verdict === 'unsure' && c.verdictAmong !== 'out'), soft: true },
      { code: 'step-unsure', cylinders: pick((c) => byOthers(c, 'unsure')), soft: true },
    )
  }
  return named(problems)
}

/** Liners that stand otherwise than they did dry, beyond doubt. */
function shiftProblems(snapshot: Snapshot): GateProblem[] {
  const cylinders = compareWithDry(snapshot)
    .filter((c) => c.sure && c.cause !== 'same')
    .map((c) => c.cylinder)
  return cylinders.length > 0 ? [{ code: 'shifted', cylinders, soft: true }] : []
}

/** A stage in which protrusion is measured on the deck. */
const deckStage = (stage: MeasuredStage, more: (s: Snapshot) => GateProblem[] = () => []): StageLogic => ({
  says: deckSays,
  problems: (s) => [...deckProblems(readDeck(s, stage)), ...more(s)],
  move: (s, hand) => {
    const left = leftMove(s, stage)
    if (left) return left
    const move = nextMove(moveInput(s, readDeck(s, stage), hand.cylinder, hand.gaugeLive ?? false))
    if (move.action !== 'close-stage') return move
    // What would be answered for is told before the stage is closed.
    const asked = [...deckProblems(readDeck(s, stage)), ...more(s)].find((p) => isTold(p.code))
    return asked ? { ...move, reason: asked.code as Told, figures: { cylinders: asked.cylinders } } : move
  },
})
/** What is told where nothing else is left to do. */
const tolds = ['two-sets', 'shifted'] as const
type Told = (typeof tolds)[number]
const isTold = (code: string): code is Told => (tolds as readonly string[]).includes(code)

export const asFound = deckStage('as-found')
export const trialFit = deckStage('trial-fit')
export const finalCheck = deckStage('final-check', shiftProblems)
