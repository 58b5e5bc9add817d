import { createRouter, createWebHistory } from 'vue-router'
import JobsPage from '../pages/JobsPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: JobsPage },
    { path: '/intake', name: 'intake', component: () => import('../pages/IntakePage.vue') },
    { path: '/plan', name: 'schedule', component: () => import('../pages/SchedulePage.vue') },
    { path: '/pullers', name: 'pullers', component: () => import('../pages/PullersPage.vue') },
    { path: '/engines', name: 'engines', component: () => import('../pages/EnginesPage.vue') },
    { path: '/engines/:engineId', name: 'engine', component: () => import('../pages/EnginePage.vue'), props: true },
    { path: '/stock', name: 'stock', component: () => import('../pages/StockPage.vue') },
    { path: '/gauges/:gaugeId/study', name: 'study', component: () => import('../pages/StudyPage.vue'), props: true },
    { path: '/gauges', name: 'gauges', component: () => import('../pages/GaugesPage.vue') },
    { path: '/people', name: 'people', component: () => import('../pages/PeoplePage.vue') },
    {
      path: '/jobs/:jobId',
      name: 'job',
      component: () => import('../pages/JobPage.vue'),
      props: true,
      children: [
        ...(['as-found', 'trial-fit', 'final-check'] as const).map((stage) => ({
          path: stage,
          name: stage,
          component: () => import('../stages/protrusion/ProtrusionStage.vue'),
          props: { stage },
        })),
        { path: 'protect', name: 'protect', component: () => import('../stages/protect/ProtectStage.vue') },
        { path: 'pull', name: 'pull', component: () => import('../stages/pull/PullStage.vue') },
        { path: 'look', name: 'look', component: () => import('../stages/look/LookStage.vue') },
        { path: 'decide', name: 'decide', component: () => import('../stages/decide/DecideStage.vue') },
        { path: 'fit', name: 'fit', component: () => import('../stages/fit/FitStage.vue') },
        { path: 'counterbores', name: 'counterbores', component: () => import('../stages/counterbores/CounterboresStage.vue') },
        { path: 'parts', name: 'parts', component: () => import('../stages/parts/PartsStage.vue') },
        { path: 'repair-plan', name: 'repair-plan', component: () => import('../stages/plan/PlanStage.vue') },
        { path: 'cut', name: 'cut', component: () => import('../stages/cut/CutStage.vue') },
        { path: 'record', name: 'record', component: () => import('../stages/record/RecordStage.vue') },
      ],
    },
    { path: '/:path(.*)*', redirect: '/' },
  ],
})
