import { beforeEach, expect, it } from 'vitest'
import { newDevice } from '../../testing/device'
import { drawField } from '../../testing/field'
import type { Shape } from './section-shape'
import ShapeField from './ShapeField.vue'

const draw = (value: unknown, shape: Shape, name: string, path: string, problems: [string, object][] = []) =>
  drawField(ShapeField, value, { shape, name, path, problems: new Map(problems), quiet: false })
beforeEach(newDevice)

it.each([
  ['wantedShare', 'bushings.wantedShare'],
  ['useFraction', 'front.puller.useFraction'],
  ['min', 'sleeves.rolled.share.min'],
])('asks the share %s in percent and keeps it as one', async (name, path) => {
  const field = await draw(0.6, { is: 'number', whole: false }, name, path, [[path, { is: 'most', bound: 1 }]])
  expect(field.box.value).toBe('60')
  expect(field.box.closest('.field')!.textContent).toMatch(/100\s?%/)
  await field.type('7,5')
  expect(field.value.value).toBe(0.075)
})

it('asks the rounds of a joint in percent of its torque', async () => {
  const field = await draw([0.5, 1], { is: 'numbers' }, 'stages', 'front.joints.0.stages')
  expect(field.box.value).toBe('50  100')
  await field.type('33,3; 66 100')
  expect(field.value.value).toEqual([0.333, 0.66, 1])
})
