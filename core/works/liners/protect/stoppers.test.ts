import { expect, it } from 'vitest'
import type { Stopped } from '../../../job/tally'
import { patternOf } from './stoppers'

const plug = (cylinder: number, count = 1, place: Stopped['place'] = 'bore'): Stopped => ({
  cylinder,
  place,
  item: 'foam-plug',
  count,
})

it('stops every other cylinder as this one, and adds only what is missing there', () => {
  const still = [plug(1), plug(1, 2, 'coolant'), plug(2, 1, 'coolant'), plug(3)]
  expect(patternOf(still, 1, [1, 2, 3])).toEqual([plug(2), plug(2, 1, 'coolant'), plug(3, 2, 'coolant')])
})

it('takes nothing away where there is more, and does nothing for a cylinder without stoppers', () => {
  expect(patternOf([plug(1), plug(2, 3)], 1, [1, 2])).toEqual([])
  expect(patternOf([plug(1)], 2, [1, 2])).toEqual([])
})
