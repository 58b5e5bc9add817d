import { createRouter, createWebHistory } from 'vue-router'
import JobsPage from '../pages/JobsPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: JobsPage },
    { path: '/engines', name: 'engines', component: () => import('../pages/EnginesPage.vue') },
    { path: '/engines/:engineId', name: 'engine', component: () => import('../pages/EnginePage.vue'), props: true },
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
        { path: 'record', name: 'record', component: () => import('../stages/record/RecordStage.vue') },
      ],
    },
    { path: '/:path(.*)*', redirect: '/' },
  ],
})
