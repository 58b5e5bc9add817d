import type { Deck } from './deck'
import { readDeck } from './deck'
import type { Snapshot } from './snapshot'
import { isMeasured, stageNames, type StageName } from './stages'

export type StageState = 'done' | 'next' | 'begun' | 'later'

/** Whether a stage is closed: its last closure counts, a reopening undoes it. */
export function isClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): boolean {
  const own = snapshot.closures.filter((c) => c.stage === stage)
  return own.sort((a, b) => a.seq - b.seq).at(-1)?.closes ?? false
}

/** The route of a job: its stages and how each stands. `next` is the first one still open. */
export function readRoute(snapshot: Snapshot): { stage: StageName; state: StageState }[] {
  const next = stageNames.find((stage) => !isClosed(snapshot, stage))
  return stageNames.map((stage) => {
    if (isClosed(snapshot, stage)) return { stage, state: 'done' }
    if (stage === next) return { stage, state: 'next' }
    return { stage, state: snapshot.sets.some((s) => s.stage === stage) ? 'begun' : 'later' }
  })
}

/** The stages after this one that are closed: they rest on it, so they are opened first. */
export function laterClosed(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): StageName[] {
  return stageNames.slice(stageNames.indexOf(stage) + 1).filter((s) => isClosed(snapshot, s))
}

/** Why a stage cannot be opened again: nothing, or what rests on it. */
export function reopenProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  return laterClosed(snapshot, stage).length > 0 ? [{ code: 'later-closed', cylinders: [], soft: false }] : []
}

/** Why a stage cannot be closed yet. `soft` ones a person may answer for, with a reason. */
export interface GateProblem {
  code: 'earlier-open' | 'later-closed' | 'not-measured' | 'changed' | 'zero-moved' | 'out' | 'unsure'
  cylinders: number[]
  soft: boolean
}

function deckProblems(deck: Deck): GateProblem[] {
  const pick = (test: (c: Deck['cylinders'][number]) => boolean) => deck.cylinders.filter(test).map((c) => c.cylinder)
  const baseline = deck.stage === 'as-found'
  const problems: GateProblem[] = [
    { code: 'not-measured', cylinders: pick((c) => !c.complete && !c.changed), soft: baseline },
    { code: 'changed', cylinders: pick((c) => c.changed !== null), soft: false },
    { code: 'zero-moved', cylinders: pick((c) => c.complete && (c.set?.closed?.zeroMoved ?? false)), soft: baseline },
  ]
  if (!baseline) {
    problems.push(
      { code: 'out', cylinders: pick((c) => c.verdictAmong === 'out'), soft: false },
      { code: 'unsure', cylinders: pick((c) => c.verdictAmong === 'unsure'), soft: true },
    )
  }
  return problems.filter((p) => p.cylinders.length > 0)
}

/**
 * What stands in the way of closing a stage; an empty list where nothing does.
 * `record` is closed by signing, after every measured stage.
 */
export function gateProblems(snapshot: Snapshot, stage: StageName): GateProblem[] {
  const earlier = stageNames.slice(0, stageNames.indexOf(stage)).filter((s) => !isClosed(snapshot, s))
  const blocked: GateProblem[] = earlier.length > 0 && stage !== 'trial-fit' ? [{ code: 'earlier-open', cylinders: [], soft: false }] : []
  return isMeasured(stage) ? [...blocked, ...deckProblems(readDeck(snapshot, stage))] : blocked
}
