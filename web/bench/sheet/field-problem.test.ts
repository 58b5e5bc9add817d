import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { problemsOf } from './field-problem'

const schema = z.strictObject({
  wallMm: z.number('must be a number').gt(0, 'must be more than zero'),
  share: z.number().min(0).max(1),
  name: z.string().min(1),
  one: z.strictObject({ minMm: z.number(), maxMm: z.number().lt(9) }).refine((w) => w.minMm < w.maxMm, 'crossed'),
})
const found = (value: unknown) => Object.fromEntries(problemsOf(schema.safeParse(value, { reportInput: true }).error!))

describe('what is wrong with a typed sheet', () => {
  it('is missing where nothing was typed, and nothing else', () => {
    expect(found({ wallMm: null, share: null, name: '', one: { minMm: 1, maxMm: null } })).toEqual({
      wallMm: { is: 'missing' },
      share: { is: 'missing' },
      name: { is: 'missing' },
      'one.maxMm': { is: 'missing' },
    })
  })
  it('is a bound in its own measure, so that it can be told in the unit of the box', () => {
    expect(found({ wallMm: 0, share: 1.2, name: 'x', one: { minMm: 1, maxMm: 9 } })).toEqual({
      wallMm: { is: 'above', bound: 0 },
      share: { is: 'most', bound: 1 },
      'one.maxMm': { is: 'below', bound: 9 },
    })
    expect(found({ wallMm: 1, share: -1, name: 'x', one: { minMm: 1, maxMm: 2 } })).toEqual({
      share: { is: 'least', bound: 0 },
    })
  })
  it('is what the schema says where it compares fields', () => {
    expect(found({ wallMm: 1, share: 0, name: 'x', one: { minMm: 5, maxMm: 2 } })).toEqual({
      one: { is: 'said', message: 'crossed' },
    })
  })
})
