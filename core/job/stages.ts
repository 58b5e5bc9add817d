/** The stages of a liner job, in the order of the trade. */
export const stageNames = ['as-found', 'trial-fit', 'final-check', 'record'] as const
export type StageName = (typeof stageNames)[number]

/** The stages in which protrusion is measured on the deck. */
export const measuredStages = ['as-found', 'trial-fit', 'final-check'] as const
export type MeasuredStage = (typeof measuredStages)[number]

export function isMeasured(stage: StageName): stage is MeasuredStage {
  return (measuredStages as readonly StageName[]).includes(stage)
}
