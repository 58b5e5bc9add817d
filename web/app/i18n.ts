import { ref, watch, type Ref } from 'vue'
import { createI18n } from 'vue-i18n'
import { workNames } from '#core/works/stage-table'
import { sharedWords, type WordFile } from '#contract/words/files'
import type { Messages } from '#contract/words/merge'
import { bring } from './bring'
import app from '../../contract/words/en/app.json'

/** The wording that every page needs. A second language is one more folder of such files. */
export const i18n = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: app as Messages },
  missing: (_, key) => noteMissing(key),
})

/** A part that is drawn before its words came, or has none, leaves a mark on the page: tests look for it. */
function noteMissing(key: string): string {
  if (typeof document !== 'undefined') document.documentElement.dataset.wordless ??= key
  return key
}

/** Texts that have no figures in them, as they were made once: a screen says hundreds of them anew with every key. */
const said = new Map<string, string>()
const { global } = i18n
const say = global.t as (...words: unknown[]) => string
global.t = ((...words: unknown[]) => {
  const [key] = words
  if (words.length > 1 || typeof key !== 'string') return say(...words)
  // The language is read each time, so that what is drawn is drawn again in another one.
  const spoken = `${global.locale.value} ${key}`
  const known = said.get(spoken)
  if (known !== undefined) return known
  const text = say(key)
  if (global.te(key)) said.set(spoken, text)
  return text
}) as typeof global.t

const files = import.meta.glob<{ default: Record<string, never> }>([
  '../../contract/words/en/*.json',
  '!../../contract/words/en/app.json',
  '!../../contract/words/en/errors.json',
])
const loaded = new Map<WordFile, Promise<void>>()
const arrived = new Set<WordFile>()

/** Brings the words of some works, each once: what they are called, asked and answered with. */
export async function needWords(works: readonly WordFile[] = [...workNames, ...sharedWords]): Promise<void> {
  await Promise.all(
    works.map((work) => {
      const known = loaded.get(work) ?? bringWords(work)
      loaded.set(work, known)
      return known
    }),
  )
}

async function bringWords(work: WordFile): Promise<void> {
  const { default: words } = await bring(files[`../../contract/words/en/${work}.json`]!)
  said.clear()
  global.mergeLocaleMessage('en', words)
  arrived.add(work)
}

/** A part of the page that comes together with the words it says. */
export const withWords =
  <T>(words: readonly WordFile[], load: () => Promise<T>) =>
  async (): Promise<T> =>
    (await Promise.all([load(), needWords(words)]))[0]

/** Whether the words of these works are here; they are brought where they are not. null: it is not known yet which. */
export function useWords(works: () => readonly WordFile[] | null): Readonly<Ref<boolean>> {
  const here = ref(false)
  watch(
    () => works()?.join(),
    async () => {
      const wanted = works()
      here.value = wanted?.every((w) => arrived.has(w)) ?? false
      if (!wanted || here.value) return
      await needWords(wanted)
      here.value = works()?.every((w) => arrived.has(w)) ?? false
    },
    { immediate: true },
  )
  return here
}
