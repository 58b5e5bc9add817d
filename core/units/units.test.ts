import { formatRough, formatTyped, roughUnit } from './format-rough'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeLower, judgeUpper } from '../measure/verdict'
import { fromMm, NEWTON_PER_LBF, NM_PER_LBF_FT, toLbfFt, toMm } from './convert'
import { formatLength } from './format-length'
import { axis, formatForce, formatTorque, parseTorque, roundTicks } from './format-torque'
import { usualTorqueUnit } from './torque-units'
import { formatPressure, formatTemperature, fromKPa, KPA_PER_PSI, toCelsius, toKPa } from './format-pressure'
import { LARGEST_ROUGH_MM, parseLength } from './parse-length'

describe('conversion', () => {
  it('is exact where inches are', () => {
    expect(toMm(1, 'in')).toBe(25.4)
    expect(toMm(4.5, 'thou')).toBe(0.1143)
    expect(fromMm(0.0254, 'thou')).toBeCloseTo(1, 12)
    expect(toLbfFt(NM_PER_LBF_FT)).toBe(1)
    expect(NEWTON_PER_LBF).toBe(4.4482216153)
  })
})

describe('a pressure and the temperature beside it', () => {
  it('are read in bar and °C beside mm, in psi and °F beside thou', () => {
    expect([formatPressure(103.4, 'mm', 'en'), formatPressure(103.4, 'thou', 'en')]).toEqual(['1.034', '15'])
    expect([formatPressure(0.4, 'mm', 'en'), formatPressure(0.4, 'thou', 'en')]).toEqual(['0.004', '0.06'])
    expect([formatTemperature(21.5, 'mm', 'de'), formatTemperature(21.5, 'thou', 'en')]).toEqual(['21,5', '70.7'])
    expect(toKPa(1, 'thou')).toBe(KPA_PER_PSI)
    expect(toCelsius(32, 'thou')).toBe(0)
  })

  it('come back as they were typed', () => {
    fc.assert(
      fc.property(fc.double({ min: -10, max: 500, noNaN: true }), fc.constantFrom('mm', 'thou'), (typed, unit) => {
        expect(fromKPa(toKPa(typed, unit), unit)).toBeCloseTo(typed, 9)
      }),
    )
  })
})

describe('formatLength', () => {
  const mm = { unit: 'mm', locale: 'en' } as const

  it('shows three digits in mm and two in thou', () => {
    expect(formatLength(0.1, mm)).toBe('0.100')
    expect(formatLength(0.1143, { unit: 'thou', locale: 'en' })).toBe('4.50')
    expect(formatLength(-0.0004, mm)).toBe('0.000')
    expect(formatLength(-0.02, mm)).toBe('−0.020')
    expect(formatLength(0.004, { ...mm, signed: true })).toBe('+0.004')
    expect(formatLength(0.1, { ...mm, locale: 'de' })).toBe('0,100')
  })

  it('adds a digit rather than show an outside value inside', () => {
    expect(formatLength(0.1404, { ...mm, limitsMm: [0.14] })).toBe('0.1404')
    expect(formatLength(0.05996, { ...mm, limitsMm: [0.06, 0.14] })).toBe('0.05996')
    expect(formatLength(0.1396, { ...mm, limitsMm: [0.14] })).toBe('0.1396')
    expect(formatLength(0.14, { ...mm, limitsMm: [0.14] })).toBe('0.140')
  })

  it('never changes a verdict, in either unit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.15, noNaN: true }),
        fc.constantFrom('mm' as const, 'thou' as const),
        (value, unit) => {
          fc.pre(Math.abs(value - 0.06) > 1e-7 && Math.abs(value - 0.14) > 1e-7)
          const shown = toMm(
            Number(formatLength(value, { unit, locale: 'en', limitsMm: [0.06, 0.14] }).replace('−', '-')),
            unit,
          )
          expect(judgeUpper(shown, 0.14, 0)).toBe(judgeUpper(value, 0.14, 0))
          expect(judgeLower(shown, 0.06, 0)).toBe(judgeLower(value, 0.06, 0))
        },
      ),
    )
  })
})

describe('parseLength', () => {
  it.each([
    ['0.098', 'mm', 0.098],
    ['0,098', 'mm', 0.098],
    [' .098 ', 'mm', 0.098],
    ['−0.02', 'mm', -0.02],
    ['-0.02', 'mm', -0.02],
    ['4.5', 'thou', 0.1143],
    ['4,5', 'thou', 0.1143],
  ] as const)('%j in %s', (text, unit, valueMm) => {
    expect(parseLength(text, unit)).toEqual({ ok: true, valueMm })
  })

  it.each([
    ['', 'empty'],
    ['about five', 'no-number'],
    ['1.2.3', 'no-number'],
    ['0.1mm', 'no-number'],
    ['1e3', 'no-number'],
    ['9800', 'too-large'],
  ])('%j is refused as %s', (text, problem) => {
    expect(parseLength(text, 'mm')).toMatchObject({ ok: false, problem })
  })

  it('keeps the figures of a pasted column', () => {
    expect(parseLength('0.098\n0,101\t0.097;0.1', 'mm')).toEqual({
      ok: false,
      problem: 'several',
      valuesMm: [0.098, 0.101, 0.097, 0.1],
    })
  })
})

describe('rough lengths', () => {
  it('are written as a rule shows them', () => {
    expect([230, 6.7, 12.04, 0].map((mm) => formatRough(mm, 'mm', 'en'))).toEqual(['230', '6.7', '12', '0'])
    expect([25.4, 230, 0.5].map((mm) => formatRough(mm, 'thou', 'en'))).toEqual(['1.00', '9.06', '0.02'])
    expect(formatRough(6.7, 'mm', 'de')).toBe('6,7')
    expect(roughUnit).toEqual({ mm: 'mm', thou: 'inch' })
  })
})

describe('a tool’s length, typed', () => {
  it('is typed in inches where thou are read, and may be longer than any reading', () => {
    expect(parseLength('23.5', 'in', LARGEST_ROUGH_MM)).toEqual({ ok: true, valueMm: 596.9 })
    expect(parseLength('750', 'mm', LARGEST_ROUGH_MM)).toEqual({ ok: true, valueMm: 750 })
    expect(parseLength('750', 'mm')).toEqual({ ok: false, problem: 'too-large' })
    expect(parseLength('75000', 'mm', LARGEST_ROUGH_MM)).toEqual({ ok: false, problem: 'too-large' })
  })

  it('comes back with every digit that was meant and none behind it', () => {
    expect([600, 154.4, 1.5].map((mm) => formatTyped(mm, 'mm', 'en'))).toEqual(['600', '154.4', '1.5'])
    expect(formatTyped(596.9, 'thou', 'en')).toBe('23.5')
    expect(formatTyped(0.5, 'mm', 'de')).toBe('0,5')
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2_000_000 }),
        fc.constantFrom('mm' as const, 'thou' as const),
        (thousandths, unit) => {
          const mm = thousandths / 1000
          const read = parseLength(formatTyped(mm, unit, 'en'), unit === 'mm' ? 'mm' : 'in', LARGEST_ROUGH_MM)
          expect(read.ok && Math.abs(read.valueMm - mm)).toBeLessThanOrEqual(
            unit === 'mm' ? 1e-9 : toMm(0.00005, 'in') + 1e-9,
          )
        },
      ),
    )
  })
})

describe('torque and force', () => {
  it('are in N·m and kN, or in lb·ft and lbf where thou are read', () => {
    expect([55, 85.5, 137.6].map((nm) => formatTorque(nm, 'Nm', 'en'))).toEqual(['55', '85.5', '138'])
    expect(formatTorque(55, 'lbf-ft', 'en')).toBe('40.6')
    expect(formatTorque(137.6, 'lbf-ft', 'en')).toBe('101')
    expect([formatForce(31_377, 'mm', 'en', true), formatForce(31_377, 'thou', 'en', true)]).toEqual(['31.3', '7,050'])
    expect([formatForce(40_970, 'mm', 'en'), formatForce(40_970, 'thou', 'en')]).toEqual(['41.0', '9,210'])
    expect(usualTorqueUnit).toEqual({ mm: 'Nm', thou: 'lbf-ft' })
    expect(axis.force.thou(NEWTON_PER_LBF * 500)).toBeCloseTo(500, 9)
    expect(axis.length.thou(254)).toBeCloseTo(10, 12)
  })

  it('have axes with round numbers at the places they belong', () => {
    expect(roundTicks(65_000, axis.force.mm, 4)).toEqual([0, 20, 40, 60].map((label) => ({ label, at: label * 1000 })))
    const inches = roundTicks(1200, axis.length.thou, 5)
    expect(inches.map((t) => t.label)).toEqual([0, 10, 20, 30, 40])
    expect(inches.at(-1)!.at).toBeCloseTo(1016, 9)
  })

  it('at which to stop are never rounded up', () => {
    expect(formatTorque(137.99, 'Nm', 'en', true)).toBe('137')
    expect(formatTorque(101.6 * NM_PER_LBF_FT, 'lbf-ft', 'en', true)).toBe('101')
    expect(formatTorque(100 * NM_PER_LBF_FT, 'lbf-ft', 'en', true)).toBe('100')
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.constantFrom('Nm' as const, 'lbf-ft' as const),
        (nm, unit) => {
          const perUnit = unit === 'Nm' ? 1 : NM_PER_LBF_FT
          const shown = Number(formatTorque(nm, unit, 'en', true)) * perUnit
          expect(shown).toBeLessThanOrEqual(nm + 1e-6)
          expect(nm - shown).toBeLessThan(perUnit)
        },
      ),
    )
  })

  it('are read as they are typed on the wrench', () => {
    expect(parseTorque('55', 'Nm')).toBe(55)
    expect(parseTorque(' 40,5 ', 'lbf-ft')).toBeCloseTo(40.5 * NM_PER_LBF_FT, 9)
    for (const wrong of ['', 'tight', '-5', '1e3', '90000']) expect(parseTorque(wrong, 'Nm'), wrong).toBeNull()
    expect(parseTorque('15000', 'lbf-ft')).toBeNull()
  })
})
