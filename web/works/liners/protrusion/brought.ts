import { broughtComponent } from '../../../app/bring'
import { withWords } from '../../../app/i18n'
import { atRest } from '../../../bench/dialogs'

export const HistoryDialog = atRest(withWords(['told'], () => import('./HistoryDialog.vue')))
export const ShimDialog = atRest(() => import('./ShimDialog.vue'))
export const StopPackDialog = atRest(() => import('./StopPackDialog.vue'))
export const HoldDownDialog = broughtComponent(
  withWords(['fasteners'], () => import('../../fasteners/HoldDownDialog.vue')),
)
export const ComplaintNote = broughtComponent(withWords(['beside'], () => import('./ComplaintNote.vue')))
export const DryNote = broughtComponent(() => import('./DryNote.vue'))
export const BarredDialog = atRest(withWords(['beside'], () => import('./BarredDialog.vue')))
export const RanProfile = broughtComponent(() => import('./RanProfile.vue'))
