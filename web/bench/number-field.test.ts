import { beforeEach, expect, it } from 'vitest'
import { newDevice } from '../testing/device'
import { drawField, type DrawnField } from '../testing/field'
import NumberField from './NumberField.vue'

let field: DrawnField
const draw = async (value: number | null, more: object = {}) => {
  field = await drawField(NumberField, value, { label: 'Turns', ...more })
}
beforeEach(newDevice)

it.each([
  ['12,5', 12.5],
  ['12.5', 12.5],
  ['−0,05', -0.05],
  ['.5', 0.5],
])('reads %j with a comma as with a point', async (typed, value) => {
  await draw(null)
  await field.type(typed)
  expect(field.value.value).toBe(value)
  expect(field.box.value).toBe(typed)
})

it.each(['0,0,5', '1 2', 'x', '-'])('takes %j for nothing, and says so', async (typed) => {
  await draw(3)
  await field.type(typed)
  expect(field.value.value).toBeNull()
  expect(field.box.getAttribute('aria-invalid')).toBe('true')
})

it('shows a share in percent and keeps it as a share, without a bit beside it', async () => {
  await draw(0.07, { percent: true })
  expect(field.box.value).toBe('7')
  await field.type('12,5')
  expect(field.value.value).toBe(0.125)
})
