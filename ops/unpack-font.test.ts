import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { unpackFont } from './unpack-font'

const path = createRequire(import.meta.url).resolve('@fontsource/red-hat-mono/files/red-hat-mono-latin-500-normal.woff')
const woff = readFileSync(path)

/** The tables of an OpenType file, with the sum that stands for each and the one that it has. */
function tablesOf(font: Buffer) {
  return Array.from({ length: font.readUInt16BE(4) }, (_, i) => {
    const at = 12 + 16 * i
    const [said, offset, length] = [4, 8, 12].map((field) => font.readUInt32BE(at + field)) as [number, number, number]
    const data = Buffer.alloc(Math.ceil(length / 4) * 4)
    font.copy(data, 0, offset, offset + length)
    let sum = 0
    for (let k = 0; k < data.length; k += 4) sum = (sum + data.readUInt32BE(k)) >>> 0
    return { name: font.toString('latin1', at, at + 4), said, sum, offset, end: offset + length }
  })
}

describe('a font', () => {
  it('is whole when it is unpacked, each table where and what its directory says', () => {
    const font = unpackFont(woff)
    expect(font.length).toBe(woff.readUInt32BE(16))
    const tables = tablesOf(font)
    expect(tables.map((t) => t.name)).toEqual(expect.arrayContaining(['cmap', 'glyf', 'head', 'hmtx', 'loca', 'maxp']))
    for (const { name, said, sum, offset, end } of tables) {
      // The head's own sum covers the file.
      if (name !== 'head') expect(sum, name).toBe(said)
      expect([offset % 4, end <= font.length], name).toEqual([0, true])
    }
  })

  it('that is none is refused', () => {
    expect(() => unpackFont(Buffer.from('%PDF-1.3'))).toThrow('no WOFF')
    expect(() => unpackFont(unpackFont(woff))).toThrow('no WOFF')
  })
})
