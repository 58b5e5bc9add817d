import { describe, expect, it } from 'vitest'
import { Played } from '../../testing/make-snapshot'
import { worstLiner } from './worst-liner'

describe('the worst liner', () => {
  it('is none before anything is measured', () => {
    expect(worstLiner(new Played().snapshot)).toBeNull()
  })

  it('lies farthest past a limit: too low, too high or too uneven', () => {
    const played = new Played().deck({ 2: [0.04, 0.045, 0.04, 0.05], 5: [0.15, 0.15, 0.15, 0.15] }, 'as-found')
    expect(worstLiner(played.snapshot)).toBe(2)
    expect(worstLiner(new Played().deck({ 4: [0.07, 0.13, 0.07, 0.07] }).snapshot)).toBe(4)
  })

  it('is told by the last measurement, and where all is inside by the one nearest to a limit', () => {
    const played = new Played().deck({ 2: [0.04, 0.045, 0.04, 0.05] }, 'as-found').deck({ 6: [0.13, 0.13, 0.13, 0.13] })
    expect(worstLiner(played.snapshot)).toBe(6)
  })
})
