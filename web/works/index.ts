import type { StageName } from '#core/works/stage-table'

const protrusion = () => import('./liners/protrusion/ProtrusionStage.vue')

/** The screen of each stage. A stage without one does not compile. */
export const stageViews = {
  'as-found': protrusion,
  protect: () => import('./liners/protect/ProtectStage.vue'),
  pull: () => import('./liners/pull/PullStage.vue'),
  look: () => import('./liners/look/LookStage.vue'),
  decide: () => import('./liners/decide/DecideStage.vue'),
  counterbores: () => import('./liners/counterbores/CounterboresStage.vue'),
  parts: () => import('./liners/parts/PartsStage.vue'),
  'repair-plan': () => import('./liners/plan/PlanStage.vue'),
  cut: () => import('./liners/cut/CutStage.vue'),
  'trial-fit': protrusion,
  fit: () => import('./liners/fit/FitStage.vue'),
  'final-check': protrusion,
  record: () => import('./job/record/RecordStage.vue'),
} satisfies Record<StageName, () => Promise<unknown>>
