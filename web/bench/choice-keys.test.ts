import { createApp, h, nextTick, ref, type App, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import ChoiceKeys from './ChoiceKeys.vue'

const grades = ['good', 'fair', 'poor', 'scrap']
const sent = vi.fn((event: Event) => event.preventDefault())
let chosen: Ref<string | null>
let app: App
beforeEach(async () => {
  sent.mockClear()
  document.body.innerHTML = '<div id="host"></div>'
  chosen = ref('poor')
  const group = () =>
    h(ChoiceKeys as never, {
      label: 'Grade',
      options: grades,
      word: (g: string) => `a ${g} one`,
      mark: 'grade',
      modelValue: chosen.value,
      'onUpdate:modelValue': (g: string) => (chosen.value = g),
    })
  app = createApp({
    render: () => h('form', { onSubmit: sent }, [group(), h('button', { type: 'submit' }, 'Confirm')]),
  })
  app.mount('#host')
  await nextTick()
  await nextTick()
})
afterEach(() => app.unmount())

const keys = () => [...document.querySelectorAll<HTMLButtonElement>('[role=radio]')]
const key = (grade: string) => document.querySelector<HTMLButtonElement>(`[data-grade=${grade}]`)!
async function press(name: string): Promise<void> {
  document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true }))
  await nextTick()
  await nextTick()
}

describe('one of several keys', () => {
  it('is a radio group with one stop for Tab: the one that is chosen', () => {
    expect(document.querySelector('[role=radiogroup]')!.getAttribute('aria-label')).toBe('Grade')
    expect(keys().map((k) => [k.textContent, k.getAttribute('aria-checked'), k.tabIndex])).toEqual([
      ['a good one', 'false', -1],
      ['a fair one', 'false', -1],
      ['a poor one', 'true', 0],
      ['a scrap one', 'false', -1],
    ])
  })

  it('is chosen by touch and by arrows', async () => {
    key('fair').click()
    await nextTick()
    expect(chosen.value).toBe('fair')
    key('fair').focus()
    await press('ArrowRight')
    expect(chosen.value).toBe('poor')
    await press('ArrowLeft')
    await press('ArrowLeft')
    expect(chosen.value).toBe('good')
  })

  it('is sent by Enter as it stands', async () => {
    key('poor').focus()
    await press('Enter')
    expect(sent).toHaveBeenCalledOnce()
    expect(chosen.value).toBe('poor')
  })

  it('shows none where none is chosen', async () => {
    chosen.value = null
    await nextTick()
    expect(keys().every((k) => k.getAttribute('aria-checked') === 'false')).toBe(true)
    expect(keys()[0]!.tabIndex).toBe(0)
  })
})
