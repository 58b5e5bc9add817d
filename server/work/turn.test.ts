import { expect, it } from 'vitest'
import { Turn } from './turn'

it('lets one work after the other, whatever becomes of each, and tells one too many that it is busy', async () => {
  const turn = new Turn(2)
  const order: string[] = []
  let atOnce = 0
  const work =
    (name: string, fails = false) =>
    async () => {
      expect((atOnce += 1)).toBe(1)
      await new Promise((resolve) => setTimeout(resolve, 5))
      order.push(name)
      atOnce -= 1
      if (fails) throw new Error(name)
      return name
    }
  const all = [turn.run(work('a')), turn.run(work('b', true)), turn.run(work('c')), turn.run(work('d'))]
  expect(await Promise.allSettled(all)).toMatchObject([
    { value: 'a' },
    { reason: { message: 'b' } },
    { value: 'c' },
    { reason: { code: 'busy' } },
  ])
  expect(order).toEqual(['a', 'b', 'c'])
  expect(await turn.run(work('e'))).toBe('e')
})
