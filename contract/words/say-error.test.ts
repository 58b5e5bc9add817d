import { expect, it } from 'vitest'
import { calcErrorCodes, CalcError } from '#core/errors'
import { errors } from './en/errors.json'
import { calcErrorBody, sayError } from './say-error'

it('has a sentence for every error of a calculation', () => {
  expect(calcErrorCodes.filter((code) => !(code in errors))).toEqual([])
})

it('fills in the figures', () => {
  expect(sayError('too-few-liners', { bores: 6, liners: 4 })).toBe(
    'There are 6 bores and only 4 liners to fill them with.',
  )
})

it('says a refusal that has more than one sentence by the one that fits', () => {
  const issues = [{ path: 'bar.holeMm', message: 'is too wide' }]
  expect(calcErrorBody(new CalcError('no-room', { says: 'no-bar', issues }))).toEqual({
    error: { code: 'no-room', message: errors['no-bar'], issues },
  })
})
