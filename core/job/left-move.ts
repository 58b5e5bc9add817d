import type { Move } from './move'
import { closureOf } from './route'
import type { Snapshot } from './snapshot'
import type { StageName } from './stages'

/** What a stage says that was left open where its job was ended as it stands; null of any other. */
export function leftMove(snapshot: Pick<Snapshot, 'closures'>, stage: StageName): Move | null {
  const closure = closureOf(snapshot, stage)
  if (!closure?.ended || stage === 'record') return null
  return {
    stage,
    words: stage,
    action: 'done',
    head: 'left-open',
    reason: 'left-open',
    caution: null,
    button: 'done',
    cylinder: null,
    place: null,
    stationDeg: null,
    figures: { why: closure.note },
  }
}
