import { beforeEach, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { newerMet, readLeniently } from './read-leniently'

const gauge = z.strictObject({
  name: z.string().min(1),
  resolutionMm: z.number().gt(0),
  kind: z.enum(['sled', 'depth']).default('sled'),
  note: z.string().default(''),
})
beforeEach(() => {
  newerMet.value = false
})

describe('what a server answered', () => {
  it('is read with a figure that would not be taken today, and filled where something is missing', () => {
    const whole = { name: 'fine', resolutionMm: 0.001, kind: 'sled', note: '' }
    expect(readLeniently(gauge, { name: 'fine', resolutionMm: 0.001 })).toEqual(whole)
    expect(readLeniently(gauge, { ...whole, name: '', resolutionMm: 0 })).toMatchObject({ name: '', resolutionMm: 0 })
    expect(newerMet.value).toBe(false)
  })

  it('is read with more in it than this page knows, which says that it is old', () => {
    const newer = { name: 'fine', resolutionMm: 1, kind: 'sled', note: '', colour: 'red' }
    expect(readLeniently(gauge, newer)).toEqual(newer)
    expect(newerMet.value).toBe(true)
  })

  it('is not taken where a word is new, and the page says that it is old', () => {
    expect(() => readLeniently(gauge, { name: 'fine', resolutionMm: 1, kind: 'laser' })).toThrow()
    expect(newerMet.value).toBe(true)
  })

  it('is not taken for another shape', () => {
    for (const other of [{ name: 'fine' }, { name: 'fine', resolutionMm: 'high' }, null])
      expect(() => readLeniently(gauge, other)).toThrow()
    expect(newerMet.value).toBe(false)
  })
})
