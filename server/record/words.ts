import {
  compile,
  createCoreContext,
  registerMessageCompiler,
  registerMessageResolver,
  resolveValue,
  translate,
} from '@intlify/core-base'
import type { Said } from '#contract/words/say-move'
import { en } from '#contract/words/all'

registerMessageCompiler(compile)
registerMessageResolver(resolveValue)

const context = createCoreContext({
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en },
  missingWarn: false,
  fallbackWarn: false,
} as never)

/** A message of the same files the interface uses. */
export function word(key: string, params: Record<string, string | number> = {}): string {
  return String((translate as (context: unknown, key: string, params: object) => unknown)(context, key, params))
}

/** A message whose figures are written already, as the interface says it. */
export function say(said: Said): string {
  return word(said.key, {
    ...said.params,
    ...Object.fromEntries(Object.entries(said.words ?? {}).map(([blank, key]) => [blank, word(key, said.params)])),
  })
}

/** A reason that the interface gave, in words; any other as it was written. */
export function strikeReason(reason: string): string {
  const said = word(`strike.${reason}`)
  return said === `strike.${reason}` ? reason : said
}

export const recordLocale = 'en'
