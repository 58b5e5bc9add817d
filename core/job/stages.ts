/** The stages of a liner job, in the order of the trade. */
export const stageNames = ['as-found', 'counterbores', 'parts', 'repair-plan', 'cut', 'trial-fit', 'final-check', 'record'] as const
export type StageName = (typeof stageNames)[number]

/** The stages in which protrusion is measured on the deck. */
export const measuredStages = ['as-found', 'trial-fit', 'final-check'] as const
export type MeasuredStage = (typeof measuredStages)[number]

/** The stages in which sets of readings are taken at stations: on the deck, or on the ledge. */
export const setStages = ['as-found', 'counterbores', 'trial-fit', 'final-check'] as const
export type SetStage = (typeof setStages)[number]

/** Stages that a job may pass by: a shop that only measures and shims needs none of them. */
export const optionalStages: readonly StageName[] = ['counterbores', 'parts', 'repair-plan', 'cut']

export function isMeasured(stage: StageName): stage is MeasuredStage {
  return (measuredStages as readonly StageName[]).includes(stage)
}
