/** The stages of a liner job, in the order of the trade. */
export const stageNames = [
  'as-found', 'protect', 'pull', 'look', 'decide', 'counterbores', 'parts', 'repair-plan', 'cut', 'trial-fit', 'fit', 'final-check', 'record',
] as const
export type StageName = (typeof stageNames)[number]

/** The stages in which protrusion is measured on the deck. */
export const measuredStages = ['as-found', 'trial-fit', 'final-check'] as const
export type MeasuredStage = (typeof measuredStages)[number]

/** The stages in which sets of readings are taken at stations: on the deck, or on the ledge. */
export const setStages = ['as-found', 'counterbores', 'trial-fit', 'final-check'] as const
export type SetStage = (typeof setStages)[number]

/** The work that is chosen at intake; the route is made of it. */
export const workNames = ['strip', 'ledges', 'dry-fit', 'seals', 'check'] as const
export type WorkName = (typeof workNames)[number]

/** Which stages each piece of work brings. As found and the record belong to every job. */
export const workStages: Record<WorkName, readonly StageName[]> = {
  strip: ['protect', 'pull', 'look', 'decide'],
  ledges: ['counterbores', 'parts', 'repair-plan', 'cut'],
  'dry-fit': ['trial-fit'],
  seals: ['fit'],
  check: ['final-check'],
}

/** The work of a job that only measures, cuts and shims: what every job was before work could be chosen. */
export const plainWork: WorkName[] = ['ledges', 'dry-fit', 'check']

/** Usual choices of work at intake. */
export const workPresets: Record<'whole' | 'correct' | 'reseal' | 'measure', readonly WorkName[]> = {
  whole: workNames,
  correct: plainWork,
  reseal: ['strip', 'dry-fit', 'seals', 'check'],
  measure: [],
}

/** The stages of a job with this work, in the order of the trade. */
export function stagesOf(work: readonly WorkName[]): StageName[] {
  const chosen = new Set<StageName>(['as-found', ...work.flatMap((w) => workStages[w]), 'record'])
  return stageNames.filter((s) => chosen.has(s))
}

/** Stages that a job may pass by, although they stand on its route. */
export const optionalStages: readonly StageName[] = ['protect', 'pull', 'look', 'decide', 'counterbores', 'parts', 'repair-plan', 'cut']

export function isMeasured(stage: StageName): stage is MeasuredStage {
  return (measuredStages as readonly StageName[]).includes(stage)
}
