import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { commandOf } from '../testing/test-store'
import { datedByArrival, parseCommand } from './parse-command'

const arrivedMs = Date.parse('2026-11-20T10:00:00.000Z')
const MINUTE = 60_000
const at = (ms: number) => new Date(ms).toISOString()
const dated = (time: string) => (datedByArrival({ at: time, act: 1 }, arrivedMs) as { at: string }).at

describe('the time of a command', () => {
  it.each([
    ['years ago', at(Date.parse('2019-01-01T00:00:00Z'))],
    ['an hour ago, while the server was away', at(arrivedMs - 60 * MINUTE)],
    ['just now', at(arrivedMs)],
    ['a minute ahead: the server’s clock may be behind', at(arrivedMs + MINUTE)],
  ])('stays as it is where it was done %s', (_, time) => {
    expect(dated(time)).toBe(time)
  })

  it.each([
    ['three minutes', at(arrivedMs + 3 * MINUTE)],
    ['half an hour, in a zone of its own', '2026-11-20T12:30:00.000+02:00'],
    ['a decade', '2036-11-20T10:00:00.000Z'],
  ])('is when it arrived where the device is ahead by %s', (_, time) => {
    expect(dated(time)).toBe(at(arrivedMs))
    expect(datedByArrival({ at: time, act: 1 }, arrivedMs)).toEqual({ at: at(arrivedMs), act: 1 })
  })

  it('is left to be refused where it is none, whatever else arrives', () => {
    for (const raw of [
      null,
      7,
      'x',
      [],
      {},
      { at: 5 },
      { at: 'yesterday' },
      { at: '' },
      { at: '2400-01-01T00:00:00Z' },
    ])
      expect(datedByArrival(raw, arrivedMs)).toBe(raw)
  })

  it('is refused where no clock shows it', () => {
    const add = (time: string) =>
      parseCommand(
        commandOf({ what: 'strike-reading', readingId: randomUUID(), reason: 'x' }, randomUUID(), null, { at: time }),
      )
    expect(add('2400-01-01T00:00:00.000Z').issues).toEqual([{ path: 'at', message: 'is a time that no clock shows' }])
    expect(add('1969-12-31T23:59:59.000Z').command).toBeNull()
    expect(add('2026-11-20T12:00:00.000+02:00').command).toBeNull()
    expect(add('2026-11-20T10:00:00.000Z').command?.at).toBe(at(arrivedMs))
  })
})
