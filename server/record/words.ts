import {
  compile,
  createCoreContext,
  registerMessageCompiler,
  registerMessageResolver,
  resolveValue,
  translate,
} from '@intlify/core-base'
import { en } from '#contract/words/all'

registerMessageCompiler(compile)
registerMessageResolver(resolveValue)

export const recordLocale = 'en'
const context = createCoreContext({
  locale: recordLocale,
  fallbackLocale: recordLocale,
  messages: { en },
  missingWarn: false,
  fallbackWarn: false,
} as never)

/** A message of the same files the interface uses. */
export function word(key: string, params: Record<string, string | number> = {}): string {
  return String((translate as (context: unknown, key: string, params: object) => unknown)(context, key, params))
}
/** There is such a message. */
export const hasWord = (key: string): boolean => typeof resolveValue(en, key) === 'string'
const several = new Intl.ListFormat(recordLocale, { style: 'short', type: 'unit' })
/** Several, joined as the language does. */
export const list = (items: readonly string[]): string => several.format(items)
