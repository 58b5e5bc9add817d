import { kind, madeByOccasion } from '../kind'
import { pressLog, sealFit } from './fitting'
import { decision, finding, grade, pullLog } from './strip'
import { wearMark } from './wear'

const struck = { ...madeByOccasion, struck: true } as const

/** Entries of the work on liners. */
export const kinds = {
  'mark-wear': kind({
    rows: 'wearMarks',
    key: 'markId',
    strikes: true,
    stage: 'counterbores',
    struckIn: null,
    given: wearMark.omit(struck).shape,
  }),
  'log-pull': kind({
    rows: 'pulls',
    key: 'pullId',
    strikes: true,
    stage: 'pull',
    struckIn: 'pull',
    given: pullLog.omit(struck).shape,
  }),
  'mark-finding': kind({
    rows: 'findings',
    key: 'findingId',
    strikes: true,
    stage: 'look',
    struckIn: 'look',
    given: finding.omit(struck).shape,
  }),
  'grade-cylinder': kind({
    rows: 'grades',
    key: 'gradeId',
    strikes: false,
    stage: 'look',
    struckIn: null,
    given: grade.omit(madeByOccasion).shape,
  }),
  'decide-renewals': kind({
    rows: 'decisions',
    key: 'decisionId',
    strikes: false,
    stage: 'decide',
    struckIn: null,
    given: decision.omit(madeByOccasion).shape,
  }),
  'fit-seal': kind({
    rows: 'sealFits',
    key: 'sealFitId',
    strikes: true,
    stage: 'fit',
    struckIn: 'fit',
    given: sealFit.omit(struck).shape,
  }),
  'press-liner': kind({
    rows: 'presses',
    key: 'pressId',
    strikes: true,
    stage: 'fit',
    struckIn: 'fit',
    given: pressLog.omit(struck).shape,
  }),
}
