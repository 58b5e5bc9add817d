import type { Snapshot } from '#core/job/snapshot'
import { ownerPdf } from './owner-pdf'
import { recordPdf } from './pdf'
import { asPrintable, type RecordOptions } from './paper'

export interface PaperTask {
  paper: 'record' | 'owner'
  snapshot: Snapshot
  options: RecordOptions
  /** Photos as JPEG by their ids, made fit to be printed; one that is not here is named instead. */
  photos: Map<string, Uint8Array>
  /** Those whose bytes are not what the job speaks of. */
  changed?: readonly string[]
}

/** Makes a paper. @returns the bytes of a PDF file */
export async function makePaper({ paper, snapshot, options, photos, changed = [] }: PaperTask): Promise<Uint8Array> {
  return new Uint8Array(
    await (paper === 'owner' ? ownerPdf : recordPdf)(snapshot, options, asPrintable(photos, changed)),
  )
}
