import { withWords } from '../../app/i18n'
import type { Views } from '../views'

/** The screens of injector sleeves. */
export const views: Views<'sleeves'> = {
  'sleeves-out': () => import('./out/SleevesOutStage.vue'),
  'sleeve-bores': () => import('./bores/SleeveBoresStage.vue'),
  'sleeves-in': () => import('./in/SleevesInStage.vue'),
  'coolant-test': () => import('./coolant/CoolantTestStage.vue'),
  tips: withWords(['fasteners'], () => import('./tips/TipsStage.vue')),
  'gas-test': () => import('./gas/GasTestStage.vue'),
}
