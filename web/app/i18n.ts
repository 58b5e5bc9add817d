import { createI18n } from 'vue-i18n'
import en from '#words/en.json'

/** The wording. A second language is one more file here and in `messages`. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en } })
