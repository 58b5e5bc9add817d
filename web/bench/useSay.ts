import { useI18n } from 'vue-i18n'
import type { Said } from '#contract/words/say-move'

/** Says a message whose figures are written already; blanks that are words are filled by their own messages. */
export function useSay(): (said: Said) => string {
  const { t } = useI18n()
  return (said) =>
    t(said.key, {
      ...said.params,
      ...Object.fromEntries(Object.entries(said.words ?? {}).map(([blank, key]) => [blank, t(key, said.params)])),
    })
}
