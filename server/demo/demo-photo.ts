import { deflateSync } from 'node:zlib'
import { seededRandom } from '#core/sim/random'

const CRC = Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const crc = ~body.reduce((c, byte) => (CRC[(c ^ byte) & 0xff]! ^ (c >>> 8)) >>> 0, 0xffffffff) >>> 0
  const out = Buffer.alloc(body.length + 8)
  out.writeUInt32BE(data.length, 0)
  body.copy(out, 4)
  out.writeUInt32BE(crc, body.length + 4)
  return out
}

/** A made-up picture of a pitted iron wall, PNG: stripes of scale with dark pits in it. */
export function demoPhoto(seed: number, widthPx = 480, heightPx = 360): Buffer {
  const random = seededRandom(seed)
  const pits = Array.from({ length: 26 }, () => ({
    x: random() * widthPx,
    y: heightPx * (0.25 + 0.5 * random()),
    r: 3 + random() * 11,
  }))
  const rows = Array.from({ length: heightPx }, (_, y) => {
    const row = Buffer.alloc(1 + widthPx * 3)
    const band = 18 * Math.sin(y / 17) + 12 * Math.sin(y / 5)
    for (let x = 0; x < widthPx; x++) {
      const pit = pits.some((p) => (p.x - x) ** 2 + (p.y - y) ** 2 < p.r ** 2)
      const tone = 118 + band + (random() - 0.5) * 26 - (pit ? 78 : 0)
      row[1 + x * 3] = Math.max(0, Math.min(255, tone + 16))
      row[2 + x * 3] = Math.max(0, Math.min(255, tone))
      row[3 + x * 3] = Math.max(0, Math.min(255, tone - 18))
    }
    return row
  })
  const header = Buffer.alloc(13)
  header.writeUInt32BE(widthPx, 0)
  header.writeUInt32BE(heightPx, 4)
  header.set([8, 2, 0, 0, 0], 8)
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  return Buffer.concat([
    signature,
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.concat(rows))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}
