import { describe, expect, it } from 'vitest'
import { bytesOf, firstLoad } from './first-load'

describe('the page', () => {
  it('brings no more than 195 kB of compressed script before the first reading', () => {
    const bytes = bytesOf(firstLoad)
    expect(bytes).toBeGreaterThan(100_000)
    expect(bytes).toBeLessThanOrEqual(195_000)
  })
})
