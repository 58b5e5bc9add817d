import { expect, it } from 'vitest'
import { numberOf, numbersOf, textOf } from './move'

const move = { figures: { expectMm: 0.05, leavesMm: [0.03, 0.1], shimId: 's1', word: { word: 'opening.bore' } } }

it('gives the figures that a screen acts on as what they are', () => {
  expect([numberOf(move, 'expectMm'), numbersOf(move, 'leavesMm'), textOf(move, 'shimId')]).toEqual([
    0.05,
    [0.03, 0.1],
    's1',
  ])
  expect(numbersOf(move, 'passes')).toEqual([])
})

it('makes no figure of what is none', () => {
  for (const name of ['shimId', 'leavesMm', 'word', 'away']) expect(() => numberOf(move, name)).toThrow(RangeError)
  for (const name of ['expectMm', 'word', 'away']) expect(() => textOf(move, name)).toThrow(RangeError)
})
