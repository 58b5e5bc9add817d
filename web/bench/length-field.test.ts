import { nextTick } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import { useDevice } from '../stores/device'
import { newDevice } from '../testing/device'
import { drawField, type DrawnField } from '../testing/field'
import LengthField from './LengthField.vue'

let field: DrawnField
beforeEach(newDevice)
async function draw(startMm: number | null, rough: boolean): Promise<void> {
  field = await drawField(LengthField, startMm, { label: 'lever', rough })
}

describe('a length field', () => {
  it('keeps mm, whatever unit is typed', async () => {
    await draw(0.1, false)
    expect(field.box.value).toBe('0.100')
    await field.type('0,25')
    expect(field.value.value).toBe(0.25)
    useDevice().unit = 'thou'
    await nextTick()
    expect(field.box.value).toBe('9.84')
    await field.type('4.5')
    expect(field.value.value).toBe(0.1143)
    expect(field.label()).toContain('thou')
  })

  it('takes a tool’s length in mm or inches, long levers too', async () => {
    await draw(600, true)
    expect(field.box.value).toBe('600')
    await field.type('1250')
    expect([field.value.value, field.wrong()]).toEqual([1250, null])
    useDevice().unit = 'thou'
    await nextTick()
    expect(field.box.value).toBe('49.2126')
    expect(field.label()).toMatch(/\bin\b/)
    await field.type('23.5')
    expect(field.value.value).toBe(596.9)
  })

  it.each([
    ['about 5', 'no number'],
    ['1 2', 'more than one'],
    ['900000', 'too large'],
  ])('says what is wrong with %j and keeps it in the box', async (text, words) => {
    await draw(5, true)
    await field.type(text)
    expect([field.value.value, field.box.value, field.box.getAttribute('aria-invalid')]).toEqual([null, text, 'true'])
    expect(field.wrong()).toContain(words)
    await field.type('')
    expect([field.value.value, field.wrong()]).toEqual([null, null])
  })
})
