import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import { isClosed } from '#core/job/route'
import { signatureOf } from '#core/job/signature'
import { simulatedAfter, takenInBlock } from './intake-pdf'
import {
  imageOf,
  lines,
  madeOf,
  paperOf,
  print,
  sealAfter,
  title,
  unshownPhotos,
  Writer,
  type Printable,
  type RecordOptions,
} from './pdf-writer'
import { word } from './words'
import { worksOfRecord } from './works-of-record'

/**
 * One page for the owner: why it came in, what the deck said, what was decided and done, how
 * it stands now, and who answers for it.
 */
export async function ownerPdf(snapshot: Snapshot, options: RecordOptions, photos: Printable): Promise<Buffer> {
  const w = new Writer(snapshot, options)
  return print(paperOf(w, word('owner.title'), await ownerContent(w, photos)))
}

/** What stands on the owner's page. */
export async function ownerContent(w: Writer, photos: Printable): Promise<Content[]> {
  const { snapshot } = w
  const parts = (await worksOfRecord(snapshot)).flatMap((p) => p.owner ?? [])
  const signature = isClosed(snapshot, 'record') ? signatureOf(snapshot) : null
  const first = snapshot.photos.filter((p) => !p.struck).slice(0, 3)
  const shown = first.filter((p) => photos.has(p.id))
  return [
    { text: word('owner.title'), fontSize: 9, color: '#565B5F' },
    { text: snapshot.job.title, fontSize: 20, bold: true },
    {
      text: `${snapshot.engine.name}${simulatedAfter(w)} · ${word('record.number', { number: snapshot.job.number })}`,
      fontSize: 11,
    },
    ...takenInBlock(w),
    ...(snapshot.job.complaint
      ? [
          {
            text: `“${snapshot.job.complaint}”`,
            fontSize: 11,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...parts.flatMap((p) => madeOf(word('owner.title'), () => p.stands(w))),
    ...(shown.length > 0
      ? [
          {
            columns: shown.map((p) => ({
              stack: [
                { image: imageOf(photos, p.id), fit: [160, 100] as [number, number] },
                { text: p.words, fontSize: 8 },
              ],
            })),
            columnGap: 8,
            margin: [0, 8, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...unshownPhotos(first, photos),
    title(word('owner.done')),
    ...madeOf(word('owner.done'), () => [
      lines(
        parts.flatMap((p) => p.done(snapshot)),
        word('owner.nothing-done'),
      ),
    ]),
    signature
      ? {
          text:
            word('record.signed', {
              name: w.person(signature.personId, signature.at),
              when: w.closedAt(signature),
              mark: signature.hash.slice(0, 12),
            }) + sealAfter(snapshot, signature),
          bold: true,
          margin: [0, 8, 0, 0],
        }
      : { text: word('owner.unsigned'), bold: true, color: '#A23B2A', margin: [0, 8, 0, 0] },
    { text: word('record.deference'), fontSize: 8.5, margin: [0, 4, 0, 0] },
  ]
}
