import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import { sectionOf } from '#core/works/sleeves/read-sleeves'
import type { AskField, Tell } from './ask-field'
import { blockFields } from './block-fields'
import { bushingFields } from './bushing-fields'
import { frontFields } from './front-fields'

/** What is asked of a person where no instrument answers. */
export function askFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  const section = sectionOf(snapshot)
  const expanded = section?.kind === 'expanded'
  // What a complaint is counted in, where one is measured again.
  const countedIn = question.ask === 'again' ? t(`leak.counted-in.${question.complaint}`) : ''
  const all: Record<string, AskField[]> = {
    test: [{ key: 'words', is: 'text', label: t('close.note'), optional: true }],
    injector: [
      { key: 'trimCode', is: 'text', label: t('sleeve.trim'), optional: true },
      { key: 'washers', is: 'number', label: t('sleeve.washers-came'), usual: 1 },
    ],
    rod: [{ key: 'depthMm', is: 'rough', label: t('sleeve.rod-depth'), optional: true }],
    'sleeve-out': [
      {
        key: 'school',
        is: 'choice',
        label: t('sleeve.school'),
        options: ['tap', 'expanding'],
        words: 'sleeve.schools',
        says: 'sleeve.school-says',
        usual: 'tap',
      },
      { key: 'peakNm', is: 'torque', label: t('sleeve.peak'), optional: true },
      { key: 'chipsOut', is: 'check', label: t('sleeve.chips-out'), usual: false, optional: true },
    ],
    'sleeve-in': [
      ...(expanded
        ? [{ key: 'boreMm', is: 'length', label: t('sleeve.bore-after'), aboutMm: section!.sleeveBoreMm } as const]
        : []),
      { key: 'topBelowMm', is: 'length', label: t('sleeve.top-below'), optional: true },
    ],
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
