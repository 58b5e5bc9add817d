import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import { endedOf, isClosed, readRoute, routeFacts } from '#core/job/route'
import { signatureOf, signatureState } from '#core/job/signature'
import { optionalStages, worksOf } from '#core/job/stages'
import { recordSections, type WorkRecord } from '#core/works/work-record'
import type { Teller } from '#contract/words/tell'
import { blockContent } from './blocks-pdf'
import { intakeBlock, signedText, simulatedAfter, takenInBlock } from './head-pdf'
import { GREY, paperOf, print, RED, title, type Printable, type RecordOptions } from './paper'
import { paperTeller } from './teller'
import { word } from './words'
import { worksOfRecord } from './works-of-record'

/** What the works of the job put on the record, stage by stage; a part that cannot be made says so in its place. */
function worksContent(snapshot: Snapshot, parts: readonly WorkRecord[], by: Teller, photos: Printable): Content[] {
  return recordSections(snapshot, parts, Date.now()).flatMap(({ stage, judged, blocks, failed }) => {
    if (failed) console.error(`the part "${stage}" of a paper could not be made:`, failed)
    return blocks.flatMap((block) => blockContent(block, judged, by, photos))
  })
}

/** What the record is of: of liners where it has them, else of the work that was done. */
const titleOf = ({ job }: Snapshot): string =>
  word(worksOf(job.work).includes('liners') ? 'record.title' : 'record.title-works')

/** Who signed it; what is open where nobody did. */
function signedLine(snapshot: Snapshot, by: Teller): Content {
  const signature = signatureOf(snapshot)
  if (endedOf(snapshot)) return { text: word('record.ended-head'), bold: true, color: RED }
  if (signature && isClosed(snapshot, 'record')) {
    const stands = signatureState(snapshot, signature) === 'stands'
    return { text: signedText(snapshot, signature, by), bold: true, ...(stands ? {} : { color: RED }) }
  }
  // What a job may pass by is open only once it is under way.
  const open = readRoute(routeFacts(snapshot)).filter(
    (r) => r.state !== 'done' && (r.state === 'begun' || r.state === 'next' || !optionalStages.includes(r.stage)),
  )
  const stages = open.map((r) => word(`stage.${r.stage}`)).join(', ')
  return { text: word('record.unsigned', { stages }), bold: true, color: RED }
}

/**
 * The record of a job as a PDF file. It says of itself whether the job is signed, and whether
 * what was signed still stands.
 *
 * @param photos the bytes of the job's photos by their ids
 */
export async function recordPdf(
  snapshot: Snapshot,
  options: RecordOptions,
  photos: Printable = new Map(),
): Promise<Buffer> {
  return print(paperOf(snapshot, options, titleOf(snapshot), await recordContent(snapshot, options, photos)))
}

/** What stands on the record, section by section. */
export async function recordContent(
  snapshot: Snapshot,
  { unit }: RecordOptions,
  photos: Printable = new Map(),
): Promise<Content[]> {
  const by = paperTeller(snapshot, unit)
  const parts = await worksOfRecord(snapshot)
  const { job, engine } = snapshot
  const figuresIn = word('record.figures-in', { unit: word(`unit.${unit}`) })
  const cautions = new Set(parts.flatMap((p) => p.cautions?.(snapshot) ?? []))
  return [
    { text: titleOf(snapshot), fontSize: 9, color: GREY },
    { text: job.title, fontSize: 18, bold: true },
    {
      text: `${engine.name}${simulatedAfter(snapshot)} · ${word('record.number', { number: job.number })} · ${figuresIn}`,
      fontSize: 10,
    },
    ...takenInBlock(snapshot, by),
    ...intakeBlock(snapshot),
    signedLine(snapshot, by),
    ...worksContent(snapshot, parts, by, photos),
    title(word('record.cautions')),
    { ul: [...cautions].map((c) => word(`record.caution.${c}`)), fontSize: 9 },
    { text: word('record.deference'), fontSize: 9, margin: [0, 6, 0, 0] },
  ]
}
