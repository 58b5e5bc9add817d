import { createApp, h, nextTick, reactive, type Component } from 'vue'
import { i18n } from '../app/i18n'

/**
 * A component on a page of its own.
 *
 * @param props what it is given; changed later by `set`
 * @param on what it tells, by the names of its listeners, such as `onLies`
 */
export function mounted(component: Component, props: Record<string, unknown>, on: Record<string, unknown> = {}) {
  const given = reactive({ ...props })
  const host = document.createElement('div')
  document.body.replaceChildren(host)
  const app = createApp({ render: () => h(component, { ...given, ...on }) })
  app.use(i18n).mount(host)
  const find = <E extends Element = HTMLElement>(css: string) => host.querySelector<E>(css)
  return {
    host,
    find,
    all: (css: string) => [...host.querySelectorAll<HTMLElement>(css)],
    async click(css: string) {
      find(css)!.dispatchEvent(new MouseEvent('click', { bubbles: true }))
      await nextTick()
    },
    async key(css: string, key: string) {
      find(css)!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
      await nextTick()
    },
    async set(more: Record<string, unknown>) {
      Object.assign(given, more)
      await nextTick()
    },
    away: () => app.unmount(),
  }
}
