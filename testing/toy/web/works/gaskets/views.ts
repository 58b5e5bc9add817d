import type { Views } from '../views'

export const views: Views<'gaskets'> = { 'lay-gaskets': () => import('./lay/LayStage.vue') }
