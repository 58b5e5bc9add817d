import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { hearTap, isSecondOf } from './twice'

beforeAll(() => addEventListener('click', hearTap, { capture: true }))
afterAll(() => removeEventListener('click', hearTap, { capture: true }))

let handMs = 1_000_000
/** What a hand does, on the button of the next move where nothing else is said; whether that is held for a second one, or null where it met something else. */
function hand(event: MouseEvent | KeyboardEvent, afterMs: number, elsewhere = false): boolean | null {
  Object.defineProperty(event, 'timeStamp', { value: (handMs += afterMs) })
  let second: boolean | null = null
  const target = document.createElement('button')
  if (!elsewhere) target.addEventListener(event.type, () => (second = isSecondOf(event)))
  document.body.append(target)
  target.dispatchEvent(event)
  target.remove()
  return second
}
const key = (afterMs: number, repeat = false) =>
  hand(new KeyboardEvent('keydown', { key: 'n', repeat, bubbles: true }), afterMs)
/** A tap; `nth` says how many the device counts on this spot in a row: a button that is gone to by keys counts none. */
const tap = (afterMs: number, nth = 1, elsewhere = false) =>
  hand(new MouseEvent('click', { detail: nth, bubbles: true }), afterMs, elsewhere)

const hearAgain = (event: MouseEvent) => hearTap(event)
it('takes a tap that two bars hear for one', () => {
  addEventListener('click', hearAgain, { capture: true })
  expect([tap(5000), tap(420, 2)]).toEqual([false, false])
  removeEventListener('click', hearAgain, { capture: true })
})

describe('the second of two taps or strokes', () => {
  it.each([
    ['two taps of a hand that is used to double clicks', () => [tap(5000), tap(180, 2)], [false, true]],
    ['three of them', () => [tap(5000), tap(300, 2), tap(300, 3)], [false, true, true]],
    ['two taps one after the other', () => [tap(5000), tap(420, 2)], [false, false]],
    ['two taps on two spots', () => [tap(5000), tap(120, 1)], [false, false]],
    ['two taps, the first on a question that is gone by then', () => [tap(5000, 1, true), tap(200, 2)], [null, true]],
    ['a tap long after one elsewhere', () => [tap(5000, 1, true), tap(900)], [null, false]],
    ['a key struck twice', () => [key(5000), key(100)], [false, true]],
    ['a key on a page whose time began anew', () => [key(5000), key(-4000), key(100)], [false, false, true]],
    ['a key held down', () => [key(5000), key(500, true)], [false, true]],
    ['a key, and again', () => [key(5000), key(160)], [false, false]],
    [
      'a key struck three times: counted from what was done',
      () => [key(5000), key(100), key(100)],
      [false, true, false],
    ],
    ['a tap, and a key at once after it', () => [tap(5000), key(40)], [false, true]],
    ['a key, and the button gone to by keys', () => [key(5000), tap(40, 0)], [false, false]],
    ['a button gone to by keys, twice', () => [tap(5000, 0), tap(200, 0)], [false, false]],
  ])('%s', (_, does, held) => {
    expect(does()).toEqual(held)
  })
})
