import { expect, it } from 'vitest'
import { sixCylinders } from '../testing/make-snapshot'
import { onceASnapshot } from './once'

it('reads once for each snapshot and what is asked of it, and anew for the next snapshot', () => {
  let made = 0
  const read = onceASnapshot((s, cylinder: number, me?: string | null) => ({
    n: ++made,
    title: s.job.title,
    cylinder,
    me,
  }))
  const job = sixCylinders()
  const first = read(job, 1)
  expect(read(job, 1)).toBe(first)
  expect([read(job, 2).n, read(job, 1, 'a').n, read(job, 1, null).n, read(job, 1).n]).toEqual([2, 3, 4, 1])
  const next = { ...job, job: { ...job.job, title: 'Next' } }
  expect(read(next, 1)).toMatchObject({ n: 5, title: 'Next' })
  expect(read(job, 1)).toBe(first)
})

it('keeps nothing of what cannot be read', () => {
  let tries = 0
  const read = onceASnapshot(() => {
    if (++tries === 1) throw new Error('not yet')
    return 'read'
  })
  const job = sixCylinders()
  expect(() => read(job)).toThrow('not yet')
  expect(read(job)).toBe('read')
})
