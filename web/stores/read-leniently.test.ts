import { expect, it } from 'vitest'
import { z } from 'zod'
import { readLeniently } from './read-leniently'

const gauge = z.strictObject({ name: z.string().min(1), resolutionMm: z.number().gt(0), note: z.string().default('') })

it('reads a figure that would not be taken today, and fills what is missing', () => {
  expect(readLeniently(gauge, { name: 'fine', resolutionMm: 0.001 })).toEqual({
    name: 'fine',
    resolutionMm: 0.001,
    note: '',
  })
  expect(readLeniently(gauge, { name: '', resolutionMm: 0, note: '' })).toEqual({ name: '', resolutionMm: 0, note: '' })
})
it('does not take another shape for it', () => {
  for (const other of [
    { name: 'fine' },
    { name: 'fine', resolutionMm: 'high' },
    { name: 'fine', resolutionMm: 1, colour: 'red' },
    null,
  ])
    expect(() => readLeniently(gauge, other)).toThrow()
})
