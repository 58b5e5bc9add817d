import { expect, it } from 'vitest'
import { sayError } from '#contract/words/say-error'
import { apiErrors } from './errors'

it('has a sentence for every error of the API', () => {
  expect(Object.keys(apiErrors).filter((code) => sayError(code) === code)).toEqual([])
})
