import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import type { EngineQuestion } from '#core/sim/unit-truth'
import type { AskField, Tell } from './ask-field'

/** What is asked at deck and gasket; empty where the question is none of theirs. */
export function blockFields(question: EngineQuestion, _: Move, snapshot: Snapshot, t: Tell): AskField[] {
  if (question.ask === 'flat-line')
    return [
      { key: 'gapMm', is: 'length', label: t('block.gap'), usual: 0 },
      { key: 'notMm', is: 'length', label: t('block.not'), optional: true },
    ]
  if (question.ask !== 'fire-ring') return []
  const newMm = snapshot.sheet.sections.liners?.fireRingMm
  return snapshot.stationsDeg.map((deg, i) => ({
    key: `ringMm.${i}`,
    is: 'length' as const,
    label: t('block.ring-at', { clock: clockHour(deg) }),
    ...(newMm == null ? {} : { aboutMm: newMm }),
  }))
}
