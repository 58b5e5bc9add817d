import { describe, expect, it } from 'vitest'
import { FairTurns } from './fair-turns'

/** Work that goes on until it is let go; what was begun is told in its order. */
function bench(options: Partial<ConstructorParameters<typeof FairTurns>[0]> = {}) {
  const turns = new FairTurns({ atOnce: 2, each: 1, waiting: 8, waitingEach: 3, ...options })
  const begun: string[] = []
  const open = new Map<string, () => void>()
  const ask = (who: string, what: string, signal?: AbortSignal) =>
    turns.run(
      who,
      () => {
        begun.push(what)
        return new Promise<string>((resolve) => open.set(what, () => resolve(what)))
      },
      signal,
    )
  const end = async (what: string) => {
    open.get(what)!()
    await new Promise((resolve) => setTimeout(resolve))
  }
  return { turns, begun, ask, end }
}

describe('turns for heavy work', () => {
  it('are given round among those who ask: who asks for much holds up nobody but themselves', async () => {
    const { begun, ask, end } = bench()
    const all = [ask('a', 'a1'), ask('a', 'a2'), ask('a', 'a3'), ask('b', 'b1'), ask('b', 'b2'), ask('c', 'c1')]
    await Promise.resolve()
    expect(begun).toEqual(['a1', 'b1'])
    for (const [what, next] of [
      ['a1', 'c1'],
      ['b1', 'a2'],
      ['c1', 'b2'],
      ['a2', 'a3'],
    ] as const) {
      await end(what)
      expect(begun.at(-1)).toBe(next)
    }
    await end('b2')
    await end('a3')
    expect(await Promise.all(all)).toEqual(['a1', 'a2', 'a3', 'b1', 'b2', 'c1'])
  })

  it('are refused to who has too much waiting, not to the others', async () => {
    const { ask, end, begun } = bench()
    const mine = ['1', '2', '3', '4'].map((n) => ask('a', n))
    await expect(ask('a', '5')).rejects.toMatchObject({ code: 'busy' })
    const other = ask('b', 'b')
    await Promise.resolve()
    expect(begun).toEqual(['1', 'b'])
    for (const what of ['b', '1', '2', '3', '4']) await end(what)
    await Promise.all([...mine, other])
  })

  it('are refused where too much waits in all', async () => {
    const { ask, end } = bench({ atOnce: 1, waiting: 2 })
    const all = [ask('a', '1'), ask('b', '2'), ask('c', '3')]
    await expect(ask('d', '4')).rejects.toMatchObject({ code: 'busy' })
    for (const what of ['1', '2', '3']) await end(what)
    await Promise.all(all)
  })

  it('are left by who waits no more, and given on after work that fails', async () => {
    const { turns, ask, end, begun } = bench({ atOnce: 1 })
    const gone = new AbortController()
    const first = ask('a', '1')
    const left = expect(ask('b', '2', gone.signal)).rejects.toMatchObject({ code: 'took-too-long' })
    const failing = expect(turns.run('c', () => Promise.reject(new Error('no')))).rejects.toThrow('no')
    const last = ask('d', '3')
    gone.abort()
    await left
    await end('1')
    await failing
    await new Promise((resolve) => setTimeout(resolve))
    expect(begun).toEqual(['1', '3'])
    await end('3')
    expect([await first, await last]).toEqual(['1', '3'])
    await expect(ask('e', '4', AbortSignal.abort())).rejects.toMatchObject({ code: 'took-too-long' })
  })
})
