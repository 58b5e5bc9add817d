import { describe, expect, it } from 'vitest'
import { length, word, type Told } from '#core/job/told'
import type { DryComparison, ShiftCause } from '#core/works/liners/compare-dry'
import type { Pattern } from '#core/works/liners/find-patterns'
import type { ComplaintSign } from '#core/works/liners/read-complaint'
import { faceNames, findingKinds } from '#core/works/liners/strip'
import { complaintTold, patternTold, shiftTold } from '#core/works/liners/told'
import { en } from './all'
import { tell, type Teller } from './tell'

const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en)
/** Writes the words as they stand in their files, with every blank filled; one that is not is told. */
const teller: Teller = {
  word: (key, blanks) => {
    const text = textOf(key)
    if (typeof text !== 'string') throw new Error(`${key} is no message`)
    return text.replaceAll(/\{(\w+)\}/g, (_, blank: string) => {
      const filled = blanks[blank]
      if (filled === undefined || filled === '') throw new Error(`${key} wants ${blank}`)
      return String(filled)
    })
  },
  has: (key) => typeof textOf(key) === 'string',
  length: (mm, limitsMm = []) => `${mm.toFixed(3)}${limitsMm.length > 0 ? '!' : ''}`,
  withUnit: (mm) => `${mm.toFixed(3)} mm`,
  rough: (mm) => `~${mm}`,
  pressure: (kPa) => `${kPa} kPa`,
  temperature: (c) => `${c} °C`,
  torque: (nm, down = false) => `${nm ?? '—'} N·m${down ? '↓' : ''}`,
  money: (value) => `${value} $`,
  person: (id, at) => `${id ?? '—'}@${at ?? 'now'}`,
  time: (iso) => `t${iso}`,
  list: (items) => items.join(' & '),
}
const said = (told: Told) => tell(told, teller)

describe('what is told', () => {
  it.each<[Told, string]>([
    ['as it is', 'as it is'],
    [3, '3'],
    [['a', 1, ['b', { mm: 2 }]], 'a1b2.000'],
    [length(null), '—'],
    [length(0.03, [0.03]), '0.030!'],
    [{ mm: 1, unit: true }, '1.000 mm'],
    [{ roughMm: 40 }, '~40'],
    [{ kPa: 100 }, '100 kPa'],
    [{ celsius: 20 }, '20 °C'],
    [{ nm: null }, '— N·m'],
    [{ nm: 40, down: true }, '40 N·m↓'],
    [{ money: 5 }, '5 $'],
    [{ person: 'tom', at: '9' }, 'tom@9'],
    [{ person: null }, '—@now'],
    [{ time: '9' }, 't9'],
    [{ at: '9', storedAt: null }, 't9'],
    [{ list: ['a', { mm: 1 }] }, 'a & 1.000'],
    [{ struck: null }, ''],
  ])('%j is %j', (told, text) => {
    expect(said(told)).toBe(text)
  })

  it('says by both clocks when something was done, and how it was struck out', () => {
    expect(said({ at: '9', storedAt: '12' })).toMatch(/t9.*t12/)
    const struck = { personId: 'tom', at: '9', reason: 'the rag was in' }
    expect(said({ struck })).toMatch(/^ .*tom@9.*the rag was in/)
    // What the interface gave as a reason stands in its words.
    const own = Object.keys((en as unknown as { strike: Record<string, string> }).strike)[0]!
    expect(said({ struck: { ...struck, reason: own } })).toContain(textOf(`strike.${own}`))
  })

  it('leaves numbers in blanks what they are, so that they choose between one and several', () => {
    const seen: unknown[] = []
    tell(word('x', { n: 2, mm: length(1) }), { ...teller, word: (_, blanks) => String(seen.push(blanks)) })
    expect(seen).toEqual([{ n: 2, mm: '1.000' }])
  })
})

const sign = (code: ComplaintSign['code'], change: Partial<ComplaintSign> = {}): ComplaintSign => ({
  code,
  cylinders: [3],
  valueMm: 0.063,
  atDeg: 215,
  explains: [],
  ...change,
})

describe('sentences on the stripped engine', () => {
  it.each(['sunk', 'low', 'high', 'leaning', 'stepped', 'head-uneven', 'all-inside', 'not-measured'] as const)(
    'say the sign %s with its figures',
    (code) => {
      for (const { told } of complaintTold([sign(code)])) expect(said(told)).not.toBe('')
    },
  )

  it('put all steps into one, after the rest', () => {
    const told = complaintTold([
      sign('stepped', { cylinders: [1, 2], valueMm: 0.05 }),
      sign('sunk', { valueMm: -0.016 }),
      sign('stepped', { cylinders: [2, 3] }),
    ])
    expect(told.map((s) => s.code)).toEqual(['sunk', 'stepped'])
    expect(said(told[1]!.told)).toContain('1–2 0.050, 2–3 0.063')
  })

  it.each(['same', 'dirt-or-ring', 'shim-upside-down', 'not-down', 'seated-deeper'] as ShiftCause[])(
    'say the shift %s without its sign',
    (cause) => {
      const told = shiftTold({
        cylinder: 2,
        cause,
        sure: true,
        meanShiftMm: -0.03,
        tiltShiftMm: 0.05,
        highAtDeg: 90,
        stations: [],
        reading: 'down',
      } satisfies DryComparison)
      expect(said(told)).not.toContain('-0.03')
      expect(told).toMatchObject({ with: { shift: { mm: 0.03 }, tilt: { mm: 0.05 }, clock: 3 } })
    },
  )

  it('say every pattern, of every kind on every face', () => {
    for (const code of [
      'same-side',
      'worse-to-rear',
      'worse-to-front',
      'held-by-ring',
      'past-all',
      'thrust-side',
      'one-alone',
    ] as const) {
      for (const kind of findingKinds)
        for (const on of faceNames)
          expect(
            said(patternTold({ code, kind, on, cylinders: [2, 3], atDeg: 90, steps: 1 } satisfies Pattern)),
          ).not.toBe('')
    }
  })
})
