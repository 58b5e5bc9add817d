import { describe, expect, it } from 'vitest'
import { usualTorqueUnit } from '#core/units/torque-units'
import { readFigure, unitWord, writeFigure } from './figure-text'

const mm = { unit: 'mm', torqueUnit: usualTorqueUnit.mm } as const
const thou = { unit: 'thou', torqueUnit: usualTorqueUnit.thou } as const

describe('a figure as it is typed', () => {
  it('is read in the unit of its quantity, a comma or a point', () => {
    expect(readFigure('90,12', 'length', mm)).toEqual({ ok: true, value: 90.12 })
    expect(readFigure('3595.28', 'length', thou)).toMatchObject({ ok: true, value: expect.closeTo(91.320112, 6) })
    expect(readFigure('0.59', 'rough', thou)).toMatchObject({ ok: true, value: expect.closeTo(14.986, 6) })
    expect(readFigure('68', 'temperature', thou)).toEqual({ ok: true, value: 20 })
    expect(readFigure('1,5', 'pressure', mm)).toEqual({ ok: true, value: 150 })
    expect(readFigure('−3', 'angle', mm)).toEqual({ ok: true, value: -3 })
    expect(readFigure('2', 'count', thou)).toEqual({ ok: true, value: 2 })
  })
  it.each([
    ['', 'length', 'empty'],
    ['', 'torque', 'empty'],
    ['  ', 'count', 'empty'],
    ['12 13', 'temperature', 'several'],
    ['1.2.3', 'angle', 'no-number'],
    ['warm', 'temperature', 'no-number'],
    ['x', 'torque', 'no-number'],
    ['99999', 'length', 'too-large'],
  ] as const)('%j as a %s is refused: %s', (text, quantity, problem) => {
    expect(readFigure(text, quantity, mm)).toEqual({ ok: false, problem })
  })
  it('comes back as it is written, to the digits it is shown with', () => {
    for (const unit of [mm, thou])
      for (const [quantity, value] of [
        ['length', 91.32],
        ['temperature', 20],
        ['pressure', 100],
        ['torque', 55],
        ['count', 3],
      ] as const) {
        const read = readFigure(writeFigure(value, quantity, unit, 'en').replace(',', ''), quantity, unit)
        expect(read.ok && Math.abs(read.value - value) / value).toBeLessThan(0.01)
      }
    expect(unitWord('count', mm)).toBeNull()
    expect(unitWord('temperature', thou)).toBe('f')
  })
})
