import type { Content } from 'pdfmake/interfaces'
import type { Photo } from '#core/job/photo'
import type { Snapshot } from '#core/job/snapshot'
import { lines, type Printable } from './paper'
import { word } from './words'

const ACROSS = 3

/** What stands under a photo: its cylinder and its words. */
const wordsOf = ({ cylinder, words }: Photo) =>
  `${cylinder === null ? '' : `${word('record.cylinder')} ${cylinder}. `}${words}`

/** A photo with what stands under it, in a box of so many points. */
export function photoOf(photo: Photo, photos: Printable, fit: [number, number]): Content {
  const bytes = Buffer.from(photos.get(photo.id)!).toString('base64')
  return {
    stack: [
      { image: `data:image/jpeg;base64,${bytes}`, fit },
      { text: wordsOf(photo), fontSize: 8 },
    ],
    unbreakable: true,
  }
}

/** A line that names the photos whose pictures cannot be opened; nothing where all can. */
export function unshownPhotos(all: readonly Photo[], photos: Printable): Content[] {
  const unshown = all.filter((p) => !photos.has(p.id))
  if (unshown.length === 0) return []
  const told = unshown.map((p) =>
    word(photos.changed?.has(p.id) ? 'record.photo-changed' : 'record.photo-unshown', {
      words: wordsOf(p),
      mark: p.sha256.slice(0, 12),
    }),
  )
  return [lines(told, { margin: [0, 4, 0, 0] })]
}

/** Photos in rows of three, each with its cylinder and words; those that cannot be shown are named. */
export function photoRows({ photos: all }: Snapshot, photos: Printable): Content[] {
  const standing = all.filter((p) => !p.struck)
  const cells = standing.filter((p) => photos.has(p.id)).map((p) => photoOf(p, photos, [164, 124]))
  const rows = Array.from({ length: Math.ceil(cells.length / ACROSS) }, (_, i) =>
    cells.slice(i * ACROSS, (i + 1) * ACROSS),
  )
  return [
    ...rows.map((row) => ({
      columns: [...row, ...Array.from({ length: ACROSS - row.length }, () => ({ text: '' }))],
      columnGap: 8,
      margin: [0, 6, 0, 0] as [number, number, number, number],
      unbreakable: true,
    })),
    ...unshownPhotos(standing, photos),
  ]
}
