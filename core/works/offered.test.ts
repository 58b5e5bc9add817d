import { describe, expect, it } from 'vitest'
import { offeredChoices, toldChoices } from './offered'

const six = [
  [1, 2, 3],
  [4, 5, 6],
]
describe('what intake offers', () => {
  it('offers an engine its liners and what lies round them, and no barrels or pads it does not have', () => {
    const offered = offeredChoices(six, {})
    for (const choice of ['strip', 'ledges', 'sleeves', 'bushings', 'front', 'rear'] as const)
      expect(offered, choice).toContain(choice)
    expect(offered).not.toContain('barrels')
    expect(offered).not.toContain('face-seals')
    expect(offeredChoices(six, { barrels: {} })).toContain('barrels')
  })
  it('offers a unit without cylinders what can be done on one', () => {
    expect(offeredChoices([], {})).toEqual(expect.arrayContaining(['face-seals', 'barrels', 'first-run']))
    expect(offeredChoices([], { barrels: {} })).not.toContain('strip')
  })
  it('begins with what the sheet tells of', () => {
    const sections = { barrels: {}, fasteners: {} }
    expect(toldChoices(offeredChoices([], sections), sections)).toEqual(['barrels'])
  })
})
