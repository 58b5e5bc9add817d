import type { Snapshot } from '#core/job/snapshot'
import { worksOf } from '#core/job/stages'
import type { WorkRecord } from '#core/works/work-record'

/** What the works of a job put on its papers, a file each in its folder. */
export const worksOfRecord = (snapshot: Snapshot): Promise<WorkRecord[]> =>
  Promise.all(
    worksOf(snapshot.job.work).map(
      async (work) => ((await import(`../../core/works/${work}/record.ts`)) as { record: WorkRecord }).record,
    ),
  )
