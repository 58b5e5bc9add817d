import type { Photo } from '#core/job/photo'

const starts = (content: Buffer, bytes: readonly number[]) => bytes.every((b, i) => content[i] === b)

/** What kind of picture the bytes are, by how they begin; null where they are none that is kept. */
export function photoType(content: Buffer): Photo['mime'] | null {
  if (starts(content, [0xff, 0xd8, 0xff])) return 'image/jpeg'
  if (starts(content, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return 'image/png'
  return null
}
