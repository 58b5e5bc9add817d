import { createRouter, createWebHistory } from 'vue-router'
import { stageNames } from '#core/works/stage-table'
import { stageView } from '../works'
import { bring } from './bring'
import { withWords } from './i18n'

/** A page beside a job. */
const page = <T>(load: () => Promise<T>) => withWords(['pages'], () => bring(load))
/** A page on which the fields of an engine's sheet are named. */
const withSheet = <T>(load: () => Promise<T>) => withWords(['pages', 'sheet'], () => bring(load))

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: page(() => import('../pages/JobsPage.vue')) },
    { path: '/intake', name: 'intake', component: withSheet(() => import('../pages/IntakePage.vue')) },
    { path: '/quick', name: 'quick', component: page(() => import('../pages/QuickPage.vue')) },
    {
      path: '/tools',
      name: 'tools',
      component: withWords(['pages', 'sheet', 'fasteners'], () => bring(() => import('../pages/ToolsPage.vue'))),
    },
    { path: '/plan', name: 'schedule', component: page(() => import('../pages/SchedulePage.vue')) },
    { path: '/pullers', name: 'pullers', component: page(() => import('../pages/PullersPage.vue')) },
    { path: '/engines', name: 'engines', component: withSheet(() => import('../pages/EnginesPage.vue')) },
    {
      path: '/engines/:engineId',
      name: 'engine',
      component: withSheet(() => import('../pages/EnginePage.vue')),
      props: true,
    },
    { path: '/stock', name: 'stock', component: page(() => import('../pages/StockPage.vue')) },
    {
      path: '/gauges/:gaugeId/study',
      name: 'study',
      component: page(() => import('../pages/StudyPage.vue')),
      props: true,
    },
    { path: '/gauges', name: 'gauges', component: page(() => import('../pages/GaugesPage.vue')) },
    { path: '/people', name: 'people', component: page(() => import('../pages/PeoplePage.vue')) },
    {
      path: '/jobs/:jobId',
      name: 'job',
      component: () => bring(() => import('../pages/JobPage.vue')),
      props: true,
      children: [
        ...stageNames.map((stage) => ({ path: stage, name: stage, component: stageView(stage), props: { stage } })),
      ],
    },
    // The bench's parts in all their states, while developing.
    ...(import.meta.env.DEV ? [{ path: '/bench', component: () => import('./BenchPage.vue') }] : []),
    { path: '/:path(.*)*', name: 'nowhere', component: () => bring(() => import('../pages/NotFoundPage.vue')) },
  ],
})
