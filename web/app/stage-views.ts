import type { StageName } from '#core/works/stage-table'

const protrusion = () => import('../stages/protrusion/ProtrusionStage.vue')

/** The screen of each stage. A stage without one does not compile. */
export const stageViews = {
  'as-found': protrusion,
  protect: () => import('../stages/protect/ProtectStage.vue'),
  pull: () => import('../stages/pull/PullStage.vue'),
  look: () => import('../stages/look/LookStage.vue'),
  decide: () => import('../stages/decide/DecideStage.vue'),
  counterbores: () => import('../stages/counterbores/CounterboresStage.vue'),
  parts: () => import('../stages/parts/PartsStage.vue'),
  'repair-plan': () => import('../stages/plan/PlanStage.vue'),
  cut: () => import('../stages/cut/CutStage.vue'),
  'trial-fit': protrusion,
  fit: () => import('../stages/fit/FitStage.vue'),
  'final-check': protrusion,
  record: () => import('../stages/record/RecordStage.vue'),
} satisfies Record<StageName, () => Promise<unknown>>
