import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { bring, partsGone, partsMissing } from './bring'

const server = vi.fn(async () => new Response())
beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('fetch', server)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** A part that does not come some times. */
function late(failures: number) {
  let asked = 0
  return vi.fn(() => (asked++ < failures ? Promise.reject(new TypeError('away')) : Promise.resolve('part')))
}

describe('bring', () => {
  it('asks once where the part comes', async () => {
    const load = late(0)
    expect(await bring(load)).toBe('part')
    expect(load).toHaveBeenCalledTimes(1)
    expect(partsMissing.value).toBe(0)
  })

  it('asks until it comes, and says meanwhile how many are missing', async () => {
    const load = late(3)
    const parts = [bring(load), bring(late(1))]
    await vi.advanceTimersByTimeAsync(0)
    expect(partsMissing.value).toBe(2)
    await vi.advanceTimersByTimeAsync(2000)
    expect(partsMissing.value).toBe(1)
    await vi.advanceTimersByTimeAsync(4000)
    expect(await Promise.all(parts)).toEqual(['part', 'part'])
    expect(load).toHaveBeenCalledTimes(4)
    expect(partsMissing.value).toBe(0)
  })

  it('knows a server that is away from one that has the part no longer', async () => {
    server.mockRejectedValueOnce(new TypeError('away'))
    const part = bring(late(2))
    await vi.advanceTimersByTimeAsync(0)
    expect(partsGone.value).toBe(false)
    await vi.advanceTimersByTimeAsync(2000)
    expect(partsGone.value).toBe(true)
    await vi.advanceTimersByTimeAsync(2000)
    expect(await part).toBe('part')
  })
})
