import { createRouter, createWebHistory } from 'vue-router'
import { stageNames } from '#core/works/stage-table'
import { stageView } from '../works'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: () => import('../pages/JobsPage.vue') },
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
        ...stageNames.map((stage) => ({ path: stage, name: stage, component: stageView(stage), props: { stage } })),
      ],
    },
    // The bench's parts in all their states, while developing.
    ...(import.meta.env.DEV ? [{ path: '/bench', component: () => import('./BenchPage.vue') }] : []),
    { path: '/:path(.*)*', redirect: '/' },
  ],
})
