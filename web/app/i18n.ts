import { ref, watch, type Ref } from 'vue'
import { createI18n } from 'vue-i18n'
import { workNames, type WorkName } from '#core/works/stage-table'
import type { Messages } from '#contract/words/merge'
import { bring } from './bring'
import app from '../../contract/words/en/app.json'

/** The wording that every page needs. A second language is one more folder of such files. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en: app as Messages } })

const files = import.meta.glob<{ default: Record<string, never> }>([
  '../../contract/words/en/*.json',
  '!../../contract/words/en/app.json',
  '!../../contract/words/en/errors.json',
])
/** Words that are brought when they are needed: a work's, or those of an engine's sheet. */
export type WordFile = WorkName | 'sheet'
const loaded = new Map<WordFile, Promise<void>>()

/** Brings the words of some works, each once: what they are called, asked and answered with. */
export async function needWords(works: readonly WordFile[] = [...workNames, 'sheet']): Promise<void> {
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
  i18n.global.mergeLocaleMessage('en', words)
}

/** Whether the words of these works are here; they are brought where they are not. null: it is not known yet which. */
export function useWords(works: () => readonly WorkName[] | null): Readonly<Ref<boolean>> {
  const here = ref(false)
  watch(
    () => works()?.join(),
    async () => {
      const wanted = works()
      if (!wanted) return
      await needWords(wanted)
      here.value = true
    },
    { immediate: true },
  )
  return here
}
