import type { Ref } from 'vue'
import {
  jobCard as jobCardSchema,
  jobList as jobListSchema,
  type JobCard,
  type JobList,
  type JobListQuery,
} from '#contract/shop'
import { deviceDb, plain } from './device-db'
import { fetchFrom, usePagedList } from './paged-list'
import { readLeniently } from './read-leniently'

/** One page of the list of jobs, as the store has it. */
export const fetchJobs = (query: Partial<JobListQuery>): Promise<JobList> =>
  fetchFrom('/api/jobs', query, jobListSchema)

/** What lists show of one job. */
export async function fetchCard(jobId: string): Promise<JobCard> {
  const response = await fetch(`/api/jobs/${jobId}/card`, { signal: AbortSignal.timeout(8000) })
  if (!response.ok) throw new TypeError(String(response.status))
  return readLeniently(jobCardSchema, await response.json())
}

const asPiece = ({ jobs, total }: JobList) => ({ rows: jobs, total })

/** The list of jobs. What was last seen of it stands on the device, for when the server is away. */
export const useJobList = (which: Ref<JobListQuery['which']>) =>
  usePagedList<JobCard, JobListQuery['sort']>(
    async (query) => asPiece(await fetchJobs({ ...query, which: which.value } as Partial<JobListQuery>)),
    [which],
    {
      first: () => which.value === 'all',
      read: async () => {
        const known = await (await deviceDb()).get('lists', 'jobs')
        return known && asPiece(known)
      },
      write: async ({ rows, total }) => (await deviceDb()).put('lists', plain({ jobs: rows, total }), 'jobs'),
    },
  )
