import { createApp, nextTick, type App } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { i18n } from '../app/i18n'
import { useDraft, type DraftForm } from './useDraft'

const bar = z
  .object({ name: z.string().trim().min(1), span: z.object({ lowMm: z.number().min(0), highMm: z.number() }) })
  .refine((b) => b.span.lowMm <= b.span.highMm, { message: 'limits-crossed', path: ['span', 'lowMm'] })

let app: App
function formOf(): DraftForm<typeof bar> {
  let form!: DraftForm<typeof bar>
  document.body.innerHTML =
    '<form><input id="good" aria-invalid="false"><input id="bad" aria-invalid="true"></form><div id="host"></div>'
  app = createApp({
    setup() {
      const first = { name: '', span: { lowMm: null, highMm: 2 } }
      form = useDraft(bar, first, () => document.querySelector('form'))
      return () => null
    },
  })
  app.use(i18n).mount('#host')
  return form
}
afterEach(() => app.unmount())

describe('a form over a schema', () => {
  it('keeps quiet about what is missing until somebody tries, then puts the hands on the first of it', async () => {
    const { problemOf, take, wrong } = formOf()
    expect([problemOf('name'), problemOf('span.lowMm')]).toEqual([null, null])
    expect(take()).toBeNull()
    await nextTick()
    expect([problemOf('name'), problemOf('span.lowMm')]).toEqual(['is still missing', 'is still missing'])
    expect(problemOf('span.highMm')).toBeNull()
    expect(wrong.value).toEqual(['name', 'span.lowMm'])
    expect(document.activeElement?.id).toBe('bad')
  })

  it('says at once what cannot be right, by the word of the schema where there is one', () => {
    const { draft, problemOf, ready } = formOf()
    draft.value.span.lowMm = -1
    expect(problemOf('span.lowMm')).toBe('cannot be right')
    draft.value = { name: 'bar', span: { lowMm: 3, highMm: 2 } }
    expect(problemOf('span.lowMm')).toBe('the lowest stands above the highest: swap them')
    draft.value.span.lowMm = 1
    expect([problemOf('span.lowMm'), ready.value]).toEqual([null, true])
  })

  it('gives what was typed as the schema has it, and begins anew without touching what it began with', () => {
    const { draft, problemOf, tried, begin, take } = formOf()
    const kept = { name: ' bar ', span: { lowMm: 1, highMm: 2 } }
    begin(kept)
    expect(take()).toEqual({ name: 'bar', span: { lowMm: 1, highMm: 2 } })
    draft.value.span.highMm = null
    expect(kept.span.highMm).toBe(2)
    begin({ ...kept, name: '' })
    expect([tried.value, problemOf('name')]).toEqual([false, null])
  })
})
