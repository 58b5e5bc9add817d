import { choicesOf, measuredStages, type MeasuredStage, type StageName, type WorkChoice } from '../works/stage-table'

export {
  measuredStages,
  optionalStages,
  setStages,
  stageNames,
  stagesOf,
  workChoices,
  worksOf,
  type MeasuredStage,
  type SetStage,
  type StageName,
  type WorkChoice,
  type WorkName,
} from '../works/stage-table'

/** The work of a job that only measures, cuts and shims: what every job was before work could be chosen. */
export const plainWork: WorkChoice[] = ['ledges', 'dry-fit', 'check']

/** The whole of the liner work: what a job has where nobody chose. */
export const wholeLinerWork: readonly WorkChoice[] = choicesOf('liners')

/** Usual choices of work at intake. */
export const workPresets: Record<
  'whole' | 'correct' | 'reseal' | 'measure' | 'leak' | 'sleeves' | 'bushings' | 'front' | 'rear' | 'faces' | 'barrels',
  readonly WorkChoice[]
> = {
  whole: ['deck', 'pistons', ...wholeLinerWork],
  correct: plainWork,
  reseal: ['strip', 'dry-fit', 'seals', 'check'],
  measure: [],
  leak: ['find-leak'],
  sleeves: ['sleeves', 'tips'],
  bushings: ['bushings'],
  front: ['front'],
  rear: ['rear'],
  faces: ['face-seals'],
  barrels: ['barrels'],
}

export function isMeasured(stage: StageName): stage is MeasuredStage {
  return (measuredStages as readonly StageName[]).includes(stage)
}
