import { z } from 'zod'
import { describe, expect, it } from 'vitest'
import { countOf, lengthOf, sizingOf, storedForm, temperatureOf } from './figure-types'

const given = {
  boreMm: z.tuple([lengthOf({ least: 10, most: 1000 }), lengthOf({ least: 10, most: 1000 })]),
  partC: temperatureOf({ least: -40, most: 200 }).nullable(),
  levels: z.array(z.strictObject({ depthMm: lengthOf({ least: 0, most: 2000 }), name: z.string() })).min(1),
  washers: countOf({ least: 0, most: 6 }).default(1),
  words: z.string().max(5).default(''),
}
const input = z.strictObject(given)
const stored = storedForm(input) as typeof input
const good = { boreMm: [90, 91], partC: 20, levels: [{ depthMm: 15, name: 'top' }], washers: 2, words: 'ok' }

describe('a figure that knows its bounds', () => {
  it('takes what lies on them and refuses what lies beyond, as input', () => {
    expect(input.safeParse({ ...good, boreMm: [10, 1000] }).success).toBe(true)
    expect(input.safeParse({ ...good, boreMm: [9.999, 90] }).success).toBe(false)
    expect(input.safeParse({ ...good, partC: 200.1 }).success).toBe(false)
    expect(input.safeParse({ ...good, washers: 1.5 }).success).toBe(false)
  })
  it('is read for ever as it was once stored, in the same shape', () => {
    const old = { ...good, boreMm: [0.9, 4000], partC: -200, levels: [{ depthMm: 5000, name: 'x' }], washers: 40 }
    expect(input.safeParse(old).success).toBe(false)
    expect(stored.parse(old)).toEqual(old)
    // What bounds a list or a text is no figure's: it stays, and defaults fill what was left out.
    expect(stored.safeParse({ ...old, levels: [] }).success).toBe(false)
    expect(stored.safeParse({ ...old, words: 'too long' }).success).toBe(false)
    const { washers: _, words: __, ...rest } = old
    expect(stored.parse(rest)).toMatchObject({ washers: 1, words: '' })
  })
  it('leaves a schema without such figures as it is', () => {
    const plain = z.strictObject({ a: z.number(), b: z.array(z.string()).nullable() })
    expect(storedForm(plain)).toBe(plain)
  })
  it('is known through what may be left out or be nothing; a bare number is not', () => {
    expect(sizingOf(given.partC)).toMatchObject({ quantity: 'temperature', least: -40, most: 200 })
    expect(sizingOf(given.washers)).toMatchObject({ quantity: 'count' })
    expect(sizingOf(z.number())).toBeNull()
  })
})
