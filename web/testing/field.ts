import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, ref, type Component, type Ref } from 'vue'
import { onTestFinished } from 'vitest'
import { i18n } from '../app/i18n'

export interface DrawnField<T = number | null> {
  value: Ref<T>
  box: HTMLInputElement
  label: () => string | null
  /** What it says is usual here; null where it says nothing. */
  usual: () => string | null
  /** What the field says is wrong; null where nothing is. */
  wrong: () => string | null
  type(text: string): Promise<void>
}

/** A field with a value of its own, to be typed in; it goes with its test. */
export async function drawField<T = number | null>(
  component: Component,
  start: T,
  props: object,
): Promise<DrawnField<T>> {
  const host = document.createElement('div')
  const value = ref(start) as Ref<T>
  const app = createApp({
    render: () =>
      h(component, {
        ...props,
        modelValue: value.value,
        'onUpdate:modelValue': (to: T) => (value.value = to),
      }),
  })
  app.use(i18n).use(getActivePinia()!).mount(host)
  onTestFinished(() => app.unmount())
  await nextTick()
  const box = host.querySelector('input')!
  return {
    value,
    box,
    label: () => host.querySelector('label')!.textContent,
    usual: () => host.querySelector('[data-part=usual]')?.textContent?.trim() ?? null,
    wrong: () => host.querySelector('[data-part=field-wrong]')?.textContent ?? null,
    async type(text) {
      box.value = text
      box.dispatchEvent(new Event('input'))
      await nextTick()
    },
  }
}
