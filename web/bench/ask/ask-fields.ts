import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import type { AskField, Tell } from './ask-field'
import { blockFields } from './block-fields'
import { bushingFields } from './bushing-fields'
import { frontFields } from './front-fields'

/** What is asked of a person where no instrument answers. */
export function askFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  // What a complaint is counted in, where one is measured again.
  const countedIn = question.ask === 'again' ? t(`leak.counted-in.${question.complaint}`) : ''
  const all: Record<string, AskField[]> = {
    test: [{ key: 'words', is: 'text', label: t('close.note'), optional: true }],
    again: [
      { key: 'before', is: 'number', label: t('run.figure-before', { unit: countedIn }), optional: true },
      { key: 'now', is: 'number', label: t('run.figure-now', { unit: countedIn }), optional: true },
    ],
  }
  return (
    all[question.ask] ??
    [bushingFields, frontFields, blockFields].flatMap((fieldsOf) => fieldsOf(question, move, snapshot, t))
  )
}
