import { describe, expect, it } from 'vitest'
import { canonicalJson } from './canonical-json'

describe('canonical JSON', () => {
  it('is what RFC 8785 has in its examples', () => {
    // Section 3.2.2: figures and texts.
    const sample = {
      numbers: [333333333.33333329, 1e30, 4.5, 2e-3, 0.000000000000000000000000001],
      string: "\u20ac$\u000F\u000aA'\u0042\u0022\u005c\\\u0022/",
      literals: [null, true, false],
    }
    expect(canonicalJson(sample)).toBe(
      '{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"\u20ac$\\u000f\\nA\'B\\"\\\\\\\\\\"/"}',
    )
    // Section 3.2.3: keys in the order of their UTF-16 units, not of their characters.
    const keys = {
      '\u20ac': 'Euro Sign',
      '\r': 'Carriage Return',
      '\ufb33': 'Hebrew Letter Dalet With Dagesh',
      '1': 'One',
      '\ud83d\ude00': 'Emoji: Grinning Face',
      '\u0080': 'Control',
      '\u00f6': 'Latin Small Letter O With Diaeresis',
    }
    expect(Object.values(JSON.parse(canonicalJson(keys)) as object).sort()).toEqual(Object.values(keys).sort())
    expect([...canonicalJson(keys).matchAll(/:"([^"]*)"/g)].map(([, v]) => v)).toEqual([
      'Carriage Return',
      'One',
      'Control',
      'Latin Small Letter O With Diaeresis',
      'Euro Sign',
      'Emoji: Grinning Face',
      'Hebrew Letter Dalet With Dagesh',
    ])
  })

  it.each([
    [0, '0'],
    [-0, '0'],
    [5e-324, '5e-324'],
    [-1.7976931348623157e308, '-1.7976931348623157e+308'],
    [9007199254740992, '9007199254740992'],
    [295147905179352830000, '295147905179352830000'],
    [9.999999999999997e22, '9.999999999999997e+22'],
    [1e23, '1e+23'],
    [0.000001, '0.000001'],
    [333333333.33333325, '333333333.33333325'],
  ])('writes %d as appendix B of the RFC does', (figure, text) => {
    expect(canonicalJson(figure)).toBe(text)
  })

  it('leaves out what is undefined, and refuses what JSON has no form for', () => {
    expect(canonicalJson({ b: undefined, a: [1, undefined] })).toBe('{"a":[1,null]}')
    for (const none of [NaN, Infinity, '\ud83d', { '\ude00': 1 }, undefined, () => 1])
      expect(() => canonicalJson(none)).toThrow(TypeError)
  })
})
