import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { commandOf } from '../testing/test-store'
import { datedByArrival, parseCommand } from './parse-command'

const arrivedMs = Date.parse('2026-11-20T10:00:00.000Z')
const MINUTE = 60_000
const at = (ms: number) => new Date(ms).toISOString()
const DAY = 24 * 60 * MINUTE
const begunMs = arrivedMs - 10 * DAY
const dated = (time: string, begun: number | null = begunMs) => datedByArrival(time, arrivedMs, begun)

describe('the time of a command', () => {
  it.each([
    ['an hour ago, while the server was away', at(arrivedMs - 60 * MINUTE)],
    ['just now', at(arrivedMs)],
    ['a minute ahead: the server’s clock may be behind', at(arrivedMs + MINUTE)],
    ['half a day before its job began: a clock of another zone', at(begunMs - DAY / 2)],
  ])('stays as it is where it was done %s', (_, time) => {
    expect(dated(time)).toBeNull()
  })

  it.each([
    ['is ahead by three minutes', at(arrivedMs + 3 * MINUTE)],
    ['is ahead by half an hour, in a zone of its own', '2026-11-20T12:30:00.000+02:00'],
    ['is ahead by a decade', '2036-11-20T10:00:00.000Z'],
    ['is of long before its job began', at(begunMs - 2 * DAY)],
    ['has begun anew', '1970-01-01T00:00:07.000Z'],
  ])('is when it arrived where the clock of its device %s', (_, time) => {
    expect(dated(time)).toBe(at(arrivedMs))
  })

  it('is when it arrived also outside a job, where no device keeps work for so long', () => {
    expect([dated(at(arrivedMs - 59 * DAY), null), dated(at(arrivedMs - 61 * DAY), null)]).toEqual([
      null,
      at(arrivedMs),
    ])
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
