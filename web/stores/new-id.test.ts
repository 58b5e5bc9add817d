import { expect, it } from 'vitest'
import { z } from 'zod'
import { newId } from './new-id'

it('makes ids that are never the same, without what only a secure page has', () => {
  const ids = Array.from({ length: 500 }, newId)
  expect(new Set(ids).size).toBe(500)
  for (const id of ids) expect(z.uuid({ version: 'v4' }).safeParse(id).success).toBe(true)
})
