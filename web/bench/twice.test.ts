import { describe, expect, it } from 'vitest'
import { isSecondOf } from './twice'

let handMs = 1_000_000
const at = <T extends Event>(event: T, afterMs: number): T =>
  Object.defineProperty(event, 'timeStamp', { value: (handMs += afterMs) })
const key = (afterMs: number, repeat = false) => at(new KeyboardEvent('keydown', { key: 'n', repeat }), afterMs)
/** A tap; `nth` says how many the device counts on this spot in a row: a button that is gone to by keys counts none. */
const tap = (afterMs: number, nth = 1) => at(new MouseEvent('click', { detail: nth }), afterMs)

describe('the second of two taps or strokes', () => {
  it.each([
    ['two taps of a hand that is used to double clicks', tap(5000), tap(180, 2), true],
    ['three of them', tap(5000), tap(300, 3), true],
    ['two taps one after the other', tap(5000), tap(420, 2), false],
    ['two taps on two spots', tap(5000), tap(120, 1), false],
    ['a key struck twice', key(5000), key(100), true],
    ['a key held down', key(5000), key(500, true), true],
    ['a key, and again', key(5000), key(160), false],
    ['a tap, and a key at once after it', tap(5000), key(40), true],
    ['a key, and the button gone to by keys', key(5000), tap(40, 0), false],
  ])('%s', (_, first, second, twice) => {
    expect([isSecondOf(first), isSecondOf(second)]).toEqual([false, twice])
  })

  it('counts from what was done, not from what was left out', () => {
    expect(isSecondOf(key(5000))).toBe(false)
    expect(isSecondOf(key(100))).toBe(true)
    expect(isSecondOf(key(100))).toBe(false)
  })
})
