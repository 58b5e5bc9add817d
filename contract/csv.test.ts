import { expect, it } from 'vitest'
import { toCsv } from './csv'

it('writes CSV that any spreadsheet reads back', () => {
  expect(
    toCsv([
      ['a', 'b'],
      [0.098, null],
    ]),
  ).toBe('a,b\r\n0.098,\r\n')
  expect(toCsv([['say "so"', 'one, two', 'line\nline']])).toBe('"say ""so""","one, two","line\nline"\r\n')
})

it('disarms what a spreadsheet would run, but leaves figures alone', () => {
  expect(toCsv([['=1+1', '@x', '-0.02', '+0,1']])).toBe('\'=1+1,\'@x,-0.02,"+0,1"\r\n')
})
it('disarms the full-width signs too, and what hides behind blanks', () => {
  expect(toCsv([['＝1+1', '＋x', '－x', '＠x', ' =1+1', 'a＝b']])).toBe("'＝1+1,'＋x,'－x,'＠x,' =1+1,a＝b\r\n")
})
