import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import type { AskField, Tell } from './ask-field'
import { blockFields } from './block-fields'
import { frontFields } from './front-fields'

/** What is asked of a person where no instrument answers. */
export function askFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  return [frontFields, blockFields].flatMap((fieldsOf) => fieldsOf(question, move, snapshot, t))
}
