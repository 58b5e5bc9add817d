import type { Content } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import type { StageOf, WorkName } from '#core/works/stage-table'
import type { Printable, Writer } from '../record/pdf-writer'

/** What a stage puts on the record; nothing where nothing was done in it. */
export type StageSection = (w: Writer, photos: Printable) => Content[]

/** A work's part of the record: a section for each stage, and the cautions that stand on it. */
export interface RecordWork<W extends WorkName = WorkName> {
  stages: Record<StageOf<W>, StageSection>
  /** Cautions by their words: `record.caution.NAME`. */
  cautions?(snapshot: Snapshot): string[]
  /** Its part of the owner's page: how it stands, and what was done in a few lines. */
  owner?: { stands(w: Writer): Content[]; done(snapshot: Snapshot): string[] }
}
