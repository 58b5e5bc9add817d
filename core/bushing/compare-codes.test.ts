import { describe, expect, it } from 'vitest'
import { compareCodes, nearestCode } from './compare-codes'

describe('look-alike codes', () => {
  const differs = (read: string, listed: string) =>
    compareCodes(read, listed).flatMap((p, i) => (p.same ? [] : [i + 1]))
  it('are told apart digit by digit, capitals and blanks aside', () => {
    expect(differs('BK-2761', 'BK-2716')).toEqual([6, 7])
    expect(differs(' bk-2716', 'BK-2716')).toEqual([])
    expect(differs('BK-271', 'BK-2716')).toEqual([7])
    expect(differs('BK-27160', 'BK-2716')).toEqual([8])
  })
  it('are compared with the one of the list they are most like', () => {
    expect(nearestCode('BK-2761', ['AX-1', 'BK-2716', 'BK-9999'])).toBe('BK-2716')
    expect(nearestCode('BK-2761', [])).toBeNull()
  })
})
