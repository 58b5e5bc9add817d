import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

/** The longest side of a photo that is kept, pixels: enough to read a pit, small enough for weak Wi-Fi. */
export const LONGEST_PX = 1600
/** A file larger than this is not even opened. */
export const LARGEST_FILE = 32_000_000
const QUALITY = 0.82

export type PhotoProblem = 'no-photo' | 'photo-too-large'

export interface ShrunkPhoto {
  content: ArrayBuffer
  mime: 'image/jpeg'
  widthPx: number
  heightPx: number
  bytes: number
  sha256: string
}

/** The size of a picture scaled down so that its longest side fits; never scaled up. */
export function fitted(
  widthPx: number,
  heightPx: number,
  longestPx = LONGEST_PX,
): { widthPx: number; heightPx: number } {
  const scale = Math.min(1, longestPx / Math.max(widthPx, heightPx))
  return { widthPx: Math.max(1, Math.round(widthPx * scale)), heightPx: Math.max(1, Math.round(heightPx * scale)) }
}

/** Scales a photo down on the device and makes it anew as JPEG: what a camera hid in the file stays behind. */
export async function shrinkPhoto(file: Blob): Promise<ShrunkPhoto | PhotoProblem> {
  if (file.size > LARGEST_FILE) return 'photo-too-large'
  const picture = await createImageBitmap(file).catch(() => null)
  if (!picture) return 'no-photo'
  const { widthPx, heightPx } = fitted(picture.width, picture.height)
  const canvas = Object.assign(document.createElement('canvas'), { width: widthPx, height: heightPx })
  canvas.getContext('2d')!.drawImage(picture, 0, 0, widthPx, heightPx)
  picture.close()
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY))
  if (!blob) return 'no-photo'
  const content = await blob.arrayBuffer()
  return {
    content,
    mime: 'image/jpeg',
    widthPx,
    heightPx,
    bytes: content.byteLength,
    sha256: bytesToHex(sha256(new Uint8Array(content))),
  }
}
