import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answerAt, assembled, wordOfKey } from './ask'

const part = fc.constantFrom('partC', 'levels', 'thrustMm', 'edgesMm')
const key = fc.oneof(
  part,
  fc.tuple(fc.constant('edgesMm'), fc.nat(5)).map((p) => p.join('.')),
  fc.tuple(fc.constant('levels'), fc.nat(5), fc.constantFrom('depthMm', 'thrustMm')).map((p) => p.join('.')),
)

describe('answers by their keys', () => {
  it('laid together stand where their keys say', () => {
    fc.assert(
      fc.property(fc.dictionary(key, fc.double({ noNaN: true })), (answers) => {
        // A name is either one figure or several.
        fc.pre(!Object.keys(answers).some((k) => k.includes('.') && k.split('.')[0]! in answers))
        const whole = assembled(answers)
        for (const [k, value] of Object.entries(answers)) expect(answerAt(whole, k)).toBe(value)
      }),
    )
  })
  it('have the word of their field, whichever of several they are', () => {
    expect(wordOfKey('levels.12.thrustMm')).toBe('levels.thrustMm')
    expect(wordOfKey('partC')).toBe('partC')
  })
})
