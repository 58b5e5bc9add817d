import { inflateSync } from 'node:zlib'

const WOFF = 0x774f4646
/** Of a WOFF file: its header, and the line of a table in its directory, bytes. */
const HEADER = 44
const LINE = 20

/**
 * Unpacks a font once. A font that stays packed is unpacked anew by the writer of PDFs with every letter that it looks
 * at, which is two thirds of a paper's time.
 *
 * @param woff a font of WOFF's first version (W3C, WOFF File Format 1.0)
 * @returns the same font as plain OpenType
 * @throws Error where it is none
 */
export function unpackFont(woff: Buffer): Buffer {
  if (woff.length < HEADER || woff.readUInt32BE(0) !== WOFF) throw new Error('This is no WOFF font')
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * LINE
    const [offset, packed, length] = [4, 8, 12].map((field) => woff.readUInt32BE(at + field)) as [
      number,
      number,
      number,
    ]
    const stored = woff.subarray(offset, offset + packed)
    return {
      name: woff.subarray(at, at + 4),
      sum: woff.readUInt32BE(at + 16),
      data: packed < length ? inflateSync(stored) : stored,
    }
  })
  const head = Buffer.alloc(12 + 16 * count)
  woff.copy(head, 0, 4, 8)
  const power = Math.floor(Math.log2(count))
  ;[count, 16 * 2 ** power, power, 16 * count - 16 * 2 ** power].forEach((value, i) =>
    head.writeUInt16BE(value, 4 + 2 * i),
  )
  const parts: Buffer[] = [head]
  let end = head.length
  tables.forEach(({ name, sum, data }, i) => {
    const at = 12 + 16 * i
    name.copy(head, at)
    ;[sum, end, data.length].forEach((value, k) => head.writeUInt32BE(value, at + 4 + 4 * k))
    const rest = Buffer.alloc((4 - (data.length % 4)) % 4)
    parts.push(data, rest)
    end += data.length + rest.length
  })
  return Buffer.concat(parts)
}
