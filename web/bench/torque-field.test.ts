import { nextTick } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import { NM_PER_LBF_FT } from '#core/units/convert'
import { useDevice } from '../stores/device'
import { newDevice } from '../testing/device'
import { drawField, type DrawnField } from '../testing/field'
import TorqueField from './TorqueField.vue'

let field: DrawnField
beforeEach(async () => {
  await newDevice()
  field = await drawField(TorqueField, 55, { label: 'Clamped', usualNm: 60, 'data-part': 'clamp' })
})

describe('a torque field', () => {
  it('keeps N·m, whatever wrench is in the hand', async () => {
    expect([field.box.value, field.usual(), field.label()]).toEqual(['55', null, 'Clamped N·m'])
    useDevice().unit = 'thou'
    await nextTick()
    expect([field.box.value, field.label()]).toEqual(['40.6', 'Clamped lb·ft'])
    expect(field.value.value).toBe(55)
    await field.type('41')
    expect(field.value.value).toBeCloseTo(41 * NM_PER_LBF_FT, 9)
    expect(field.box.value).toBe('41')
  })

  it('says beside the empty box what is usual, never in it as if it were a value', async () => {
    await field.type('')
    expect([field.box.placeholder, field.usual()]).toEqual(['', 'usually 60'])
    useDevice().unit = 'thou'
    await nextTick()
    expect(field.usual()).toBe('usually 44.3')
  })

  it('says what is no torque, keeps it in the box, and takes an empty one for none', async () => {
    await field.type('tight')
    expect([field.value.value, field.box.value, field.wrong()]).toEqual([
      null,
      'tight',
      'That is no torque a wrench gives. Type a figure such as 55.',
    ])
    await field.type('')
    expect([field.value.value, field.wrong()]).toEqual([null, null])
  })

  it('shows what is set from outside', async () => {
    field.value.value = 80
    await nextTick()
    expect(field.box.value).toBe('80')
    field.value.value = null
    await nextTick()
    expect(field.box.value).toBe('')
  })
})
