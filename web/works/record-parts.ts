import type { WorkName } from '#core/works/stage-table'
import type { WorkRecord } from '#core/works/work-record'
import { bring } from '../app/bring'

const files = import.meta.glob<{ record: WorkRecord }>('../../core/works/*/record.ts')

/** What some works put on the record, brought from the folder of each. */
export const recordParts = (works: readonly WorkName[]): Promise<WorkRecord[]> =>
  Promise.all(works.map(async (work) => (await bring(files[`../../core/works/${work}/record.ts`]!)).record))
