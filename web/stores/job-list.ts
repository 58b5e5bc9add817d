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

/** One page of the list of jobs, as the store has it. */
export const fetchJobs = (query: Partial<JobListQuery>): Promise<JobList> =>
  fetchFrom('/api/jobs', query, jobListSchema)

/** What lists show of one job. */
export const fetchCard = (jobId: string): Promise<JobCard> => fetchFrom(`/api/jobs/${jobId}/card`, {}, jobCardSchema)

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
