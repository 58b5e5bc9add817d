import type { Snapshot } from '#core/job/snapshot'
import { worksOf } from '#core/job/stages'
import type { RecordWork } from '../works/record-work'

/** What the works of a job put on its papers, a file each of their name. */
export async function worksOfRecord(snapshot: Snapshot): Promise<RecordWork[]> {
  const works = worksOf(snapshot.job.work)
  return Promise.all(
    works.map(async (work) => ((await import(`../works/${work}.ts`)) as { record: RecordWork }).record),
  )
}
