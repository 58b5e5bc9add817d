import { computed } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { i18n } from './i18n'

const { t, locale, mergeLocaleMessage } = i18n.global
afterEach(() => delete document.documentElement.dataset.wordless)

describe('a text that was said already', () => {
  it('is said as it is once its words have come', () => {
    expect(t('tried.late')).toBe('tried.late')
    mergeLocaleMessage('en', { tried: { late: 'Here now.' } })
    expect(t('tried.late')).toBe('Here now.')
  })

  it('is said in the language that is spoken now, wherever it stands', () => {
    mergeLocaleMessage('en', { tried: { word: 'Bore' } })
    // A second language, as one more folder of words would bring it.
    ;(mergeLocaleMessage as (language: string, words: object) => void)('xx', { tried: { word: 'Erob' } })
    const shown = computed(() => t('tried.word'))
    expect(shown.value).toBe('Bore')
    ;(locale as { value: string }).value = 'xx'
    expect(shown.value).toBe('Erob')
    ;(locale as { value: string }).value = 'en'
    expect(shown.value).toBe('Bore')
  })

  it('is made anew where it has figures', () => {
    mergeLocaleMessage('en', { tried: { figure: 'Turn it {by}.' } })
    expect([t('tried.figure', { by: '90°' }), t('tried.figure', { by: '180°' })]).toEqual([
      'Turn it 90°.',
      'Turn it 180°.',
    ])
  })
})
