import { describe, expect, it } from 'vitest'
import type { DryComparison, ShiftCause } from '#core/works/liners/compare-dry'
import type { Pattern } from '#core/works/liners/find-patterns'
import type { ComplaintSign } from '#core/works/liners/read-complaint'
import { faceNames, findingKinds } from '#core/works/liners/strip'
import { en } from './all'
import type { Said } from './say-move'
import { sayComplaint, sayPattern, sayShift } from './say-strip'

const write = { length: (mm: number) => mm.toFixed(3) }
const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en) as string | undefined
/** The message is there, and every blank in it is filled with something. */
function isWhole(said: Said): void {
  const text = textOf(said.key)
  expect(typeof text, said.key).toBe('string')
  for (const [, blank] of text!.matchAll(/\{(\w+)\}/g)) {
    const word = said.words?.[blank!]
    const filled = word ? textOf(word) : said.params[blank!]
    expect(filled, `${said.key} wants ${blank}`).toBeTruthy()
  }
}
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
      for (const said of sayComplaint([sign(code)], write)) isWhole(said)
    },
  )

  it('put all steps into one, after the rest', () => {
    const said = sayComplaint(
      [
        sign('stepped', { cylinders: [1, 2], valueMm: 0.05 }),
        sign('sunk', { valueMm: -0.016 }),
        sign('stepped', { cylinders: [2, 3] }),
      ],
      write,
    )
    expect(said.map((s) => [s.code, s.params.cylinders])).toEqual([
      ['sunk', '3'],
      ['stepped', '1–2 0.050, 2–3 0.063'],
    ])
  })

  it.each(['same', 'dirt-or-ring', 'shim-upside-down', 'not-down', 'seated-deeper'] as ShiftCause[])(
    'say the shift %s without its sign',
    (cause) => {
      const said = sayShift(
        {
          cylinder: 2,
          cause,
          sure: true,
          meanShiftMm: -0.03,
          tiltShiftMm: 0.05,
          highAtDeg: 90,
          stations: [],
          reading: 'down',
        } satisfies DryComparison,
        write,
      )
      isWhole(said)
      expect(said.params).toMatchObject({ shift: '0.030', tilt: '0.050', clock: 3 })
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
          isWhole(sayPattern({ code, kind, on, cylinders: [2, 3], atDeg: 90, steps: 1 } satisfies Pattern))
    }
  })
})
