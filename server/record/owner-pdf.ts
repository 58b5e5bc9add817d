import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import { isClosed } from '#core/job/route'
import { signatureOf } from '#core/job/signature'
import { endedTold } from '#core/works/open-things'
import { tell } from '#contract/words/tell'
import { blockContent } from './blocks-pdf'
import { signedText, simulatedAfter, takenInBlock } from './head-pdf'
import { GREY, lines, madeOf, paperOf, print, RED, title, type Printable, type RecordOptions } from './paper'
import { photoOf, unshownPhotos } from './photos-pdf'
import { paperTeller } from './teller'
import { word } from './words'
import { worksOfRecord } from './works-of-record'

type Margin = [number, number, number, number]
const PHOTOS = 3

/**
 * One page for the owner: why it came in, what the deck said, what was decided and done, how
 * it stands now, and who answers for it.
 */
export async function ownerPdf(
  snapshot: Snapshot,
  options: RecordOptions,
  photos: Printable = new Map(),
): Promise<Buffer> {
  return print(paperOf(snapshot, options, word('owner.title'), await ownerContent(snapshot, options, photos)))
}

/** What stands on the owner's page. */
export async function ownerContent(
  snapshot: Snapshot,
  { unit }: RecordOptions,
  photos: Printable = new Map(),
): Promise<Content[]> {
  const by = paperTeller(snapshot, unit)
  const parts = (await worksOfRecord(snapshot)).flatMap((p) => p.owner ?? [])
  const signature = isClosed(snapshot, 'record') ? signatureOf(snapshot) : null
  const first = snapshot.photos.filter((p) => !p.struck).slice(0, PHOTOS)
  const shown = first.filter((p) => photos.has(p.id)).map((p) => photoOf(p, photos, [160, 100]))
  const { title: name, number, complaint } = snapshot.job
  return [
    { text: word('owner.title'), fontSize: 9, color: GREY },
    { text: name, fontSize: 20, bold: true },
    {
      text: `${snapshot.engine.name}${simulatedAfter(snapshot)} · ${word('record.number', { number })}`,
      fontSize: 11,
    },
    ...takenInBlock(snapshot, by),
    ...endedTold(snapshot).flatMap((block) => blockContent(block, snapshot, by, photos)),
    ...(complaint ? [{ text: `“${complaint}”`, fontSize: 11, margin: [0, 4, 0, 0] as Margin }] : []),
    ...parts.flatMap((p) =>
      madeOf(word('owner.title'), () =>
        (p.stands?.(snapshot) ?? []).flatMap((block) => blockContent(block, snapshot, by, photos)),
      ),
    ),
    ...(shown.length > 0 ? [{ columns: shown, columnGap: 8, margin: [0, 8, 0, 0] as Margin }] : []),
    ...unshownPhotos(first, photos),
    title(word('owner.done')),
    ...madeOf(word('owner.done'), () => {
      const done = parts.flatMap((p) => p.done(snapshot)).map((told) => tell(told, by))
      return [done.length > 0 ? lines(done) : { text: word('owner.nothing-done'), fontSize: 9 }]
    }),
    signature?.ended
      ? { text: word('record.ended-head'), bold: true, color: RED, margin: [0, 8, 0, 0] }
      : signature
        ? { text: signedText(snapshot, signature, by), bold: true, margin: [0, 8, 0, 0] }
        : { text: word('owner.unsigned'), bold: true, color: RED, margin: [0, 8, 0, 0] },
    { text: word('record.deference'), fontSize: 8.5, margin: [0, 4, 0, 0] },
  ]
}
