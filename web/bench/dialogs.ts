import { useTimeoutFn } from '@vueuse/core'
import { defineComponent, h, ref, watch, type Component } from 'vue'
import { workNames } from '#core/works/stage-table'
import { broughtComponent } from '../app/bring'
import { withWords } from '../app/i18n'

const REST_MS = 1500
const SOON_MS = 300

/** A dialog that comes when it is first opened, or when the page has come to rest: no first look waits for it. */
export function atRest<C extends Component>(load: () => Promise<{ default: C }>): C {
  const Dialog = broughtComponent(load as () => Promise<Component>)
  return defineComponent({
    inheritAttrs: false,
    props: { open: Boolean },
    setup(props, { attrs, slots }) {
      const wanted = ref(props.open)
      watch(
        () => props.open,
        (open) => (wanted.value ||= open),
      )
      useTimeoutFn(() => void load().catch(() => undefined), REST_MS)
      return () => (wanted.value ? h(Dialog, { ...attrs, open: props.open }, slots) : null)
    },
  }) as unknown as C
}

/** A part that nothing on the page waits for. */
function afterRest(load: () => Promise<{ default: Component }>): Component {
  const Part = broughtComponent(load)
  return defineComponent(() => {
    const rested = ref(false)
    useTimeoutFn(() => (rested.value = true), SOON_MS)
    return () => (rested.value ? h(Part) : null)
  })
}

export const GaugePanel = broughtComponent(() => import('./GaugePanel.vue'))
export const BroughtLimits = atRest(() => import('./BroughtLimits.vue'))
export const ClockChips = afterRest(() => import('./ClockChips.vue'))
export const CloseStageDialog = atRest(withWords(['told'], () => import('./CloseStageDialog.vue')))
export const KeyHelp = atRest(() => import('./KeyHelp.vue'))
/** Wherever it is shown, what it tells of may be of any work. */
export const RefusedNote = broughtComponent(
  withWords([...workNames, 'told', 'turn'], () => import('./RefusedNote.vue')),
)
export const RefusedTray = atRest(withWords([...workNames, 'told', 'turn'], () => import('./RefusedTray.vue')))
