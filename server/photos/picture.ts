import type { default as Sharp } from 'sharp'
import type { Photo } from '#core/job/photo'
import { Turn } from '../work/turn'
import { photoType } from './photo-type'

/** No camera of a shop makes more, pixels; what says it has more is not even opened. */
const MOST_PIXELS = 64_000_000
const LONGEST_SIDE_PX = 20_000
/** A photo on paper is a hand wide: this is more than a printer shows. */
const PRINTED_PX = 1200

let brought: Promise<typeof Sharp> | undefined
/** What opens pictures, brought with the first one: a server that has seen none is smaller by it. */
const pictures = () =>
  (brought ??= import('sharp').then(({ default: sharp }) => {
    sharp.cache(false)
    sharp.concurrency(1)
    return sharp
  }))

/** Pictures are opened one after the other. */
const turn = new Turn()

/** What some cameras write behind a picture; more is something else that was hung on to it, bytes. */
const MOST_BEHIND = 65_536

/** Whether a PNG's chunks follow each other to its end, each as long as it says, and nothing comes behind it. */
function pngIsWhole(content: Buffer): boolean {
  for (let at = 8; at + 12 <= content.length;) {
    const length = content.readUInt32BE(at)
    if (length > content.length - at - 12) return false
    if (content.toString('latin1', at + 4, at + 8) === 'IEND') return content.length - at - 12 - length <= MOST_BEHIND
    at += length + 12
  }
  return false
}

/** Where the first picture of a JPEG ends: behind its end mark, gone to from segment to segment. -1 where it has none. */
function jpegEnd(content: Buffer): number {
  let at = 2
  while (at + 1 < content.length) {
    if (content[at] !== 0xff) return -1
    const marker = content[at + 1]!
    if (marker === 0xd9) return at + 2
    // Filled up, or a mark that stands alone.
    if (marker === 0xff) at += 1
    else if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8)) at += 2
    else {
      if (at + 4 > content.length) return -1
      at += 2 + content.readUInt16BE(at + 2)
      // Behind the head of a scan lies what was scanned: up to the next mark that is none of its own.
      if (marker === 0xda)
        while (at + 1 < content.length) {
          const next = content[at + 1]!
          if (content[at] === 0xff && next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) break
          at += 1
        }
    }
  }
  return -1
}

/** Whether a JPEG has its end, with nothing but what a camera writes behind it. */
function jpegIsWhole(content: Buffer): boolean {
  const end = jpegEnd(content)
  return end > 0 && content.length - end <= MOST_BEHIND
}

/**
 * What a picture is, read whole: its signature, that it goes on to its end, its size before it
 * is opened, and that it can be opened from the first row to the last. Null where it cannot.
 */
export async function readPicture(
  content: Buffer,
): Promise<{ mime: Photo['mime']; widthPx: number; heightPx: number } | null> {
  const mime = photoType(content)
  if (!mime || !(mime === 'image/png' ? pngIsWhole(content) : jpegIsWhole(content))) return null
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'warning', sequentialRead: true } as const
  const sharp = await pictures()
  return turn
    .run(async () => {
      const { width, height, format } = await sharp(content, options).metadata()
      if (`image/${format}` !== mime || Math.max(width, height) > LONGEST_SIDE_PX || width * height > MOST_PIXELS)
        return null
      await sharp(content, options).resize(16, 16, { fit: 'fill', kernel: 'nearest' }).raw().toBuffer()
      return { mime, widthPx: width, heightPx: height }
    })
    .catch(() => null)
}

/** A JPEG no larger than this goes on paper as it is. */
const PRINTED_AS_IS_PX = 1700

/** Whether a picture can go on paper as it is: a JPEG the right way up, of colours that every reader knows. */
async function fitForPaper(sharp: typeof Sharp, content: Buffer): Promise<boolean> {
  const {
    format,
    width,
    height,
    orientation = 1,
    space,
  } = await sharp(content, { limitInputPixels: MOST_PIXELS }).metadata()
  return (
    format === 'jpeg' &&
    orientation === 1 &&
    space === 'srgb' &&
    Math.max(width, height) <= PRINTED_AS_IS_PX &&
    jpegEnd(content) > 0
  )
}

/**
 * A picture for paper, as JPEG, whatever an earlier version let in; null where it cannot be opened.
 *
 * @param anew makes it anew in any case: one that looked good was not
 */
export async function printable(content: Buffer, anew = false): Promise<Uint8Array<ArrayBuffer> | null> {
  const sharp = await pictures()
  return turn
    .run(async () => {
      if (!anew && (await fitForPaper(sharp, content))) return new Uint8Array(content)
      const made = await sharp(content, { limitInputPixels: MOST_PIXELS, failOn: 'error', sequentialRead: true })
        .rotate()
        .resize(PRINTED_PX, PRINTED_PX, { fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#ffffff' })
        .jpeg({ quality: 82 })
        .toBuffer()
      return new Uint8Array(made)
    })
    .catch(() => null)
}
