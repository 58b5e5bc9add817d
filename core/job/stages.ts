import { measuredStages, workNames, type MeasuredStage, type StageName, type WorkName } from '../works/stage-table'

export {
  measuredStages,
  optionalStages,
  setStages,
  stageNames,
  stagesOf,
  workNames,
  type MeasuredStage,
  type SetStage,
  type StageName,
  type WorkName,
} from '../works/stage-table'

/** The work of a job that only measures, cuts and shims: what every job was before work could be chosen. */
export const plainWork: WorkName[] = ['ledges', 'dry-fit', 'check']

/** Usual choices of work at intake. */
export const workPresets: Record<'whole' | 'correct' | 'reseal' | 'measure', readonly WorkName[]> = {
  whole: workNames,
  correct: plainWork,
  reseal: ['strip', 'dry-fit', 'seals', 'check'],
  measure: [],
}

export function isMeasured(stage: StageName): stage is MeasuredStage {
  return (measuredStages as readonly StageName[]).includes(stage)
}
