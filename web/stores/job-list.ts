import { useDebounceFn } from '@vueuse/core'
import { ref, shallowRef, watch, type Ref } from 'vue'
import { jobCard as jobCardSchema, jobList as jobListSchema, type JobCard, type JobListQuery } from '#contract/shop'
import type { ListSort } from '../bench/list-column'
import { deviceDb, plain } from './device-db'
import { readLeniently } from './read-leniently'

const PIECE = 40
const MOST_AT_ONCE = 200

/** One page of the list of jobs, as the store has it. */
export async function fetchJobs(query: Partial<JobListQuery>): Promise<{ jobs: JobCard[]; total: number }> {
  const wanted = Object.entries(query).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]]))
  const response = await fetch(`/api/jobs?${new URLSearchParams(wanted)}`, { signal: AbortSignal.timeout(8000) })
  if (!response.ok) throw new TypeError(String(response.status))
  return readLeniently(jobListSchema, await response.json())
}

/** What lists show of one job. */
export async function fetchCard(jobId: string): Promise<JobCard> {
  const response = await fetch(`/api/jobs/${jobId}/card`, { signal: AbortSignal.timeout(8000) })
  if (!response.ok) throw new TypeError(String(response.status))
  return readLeniently(jobCardSchema, await response.json())
}

/**
 * The list of jobs, searched, sorted and paged by the store. What was last seen of it stands on
 * the device, for when the server is away.
 */
export function useJobList(which: Ref<JobListQuery['which']>) {
  const filter = ref('')
  const sort = ref<ListSort>(null)
  const jobs = shallowRef<JobCard[] | null>(null)
  const total = ref(0)
  /** Shown from the device's memory, because the server did not answer. */
  const stale = ref(false)
  let asked = 0

  const wanted = (): Partial<JobListQuery> => ({
    which: which.value,
    search: filter.value.trim(),
    sort: (sort.value?.id ?? 'number') as JobListQuery['sort'],
    desc: sort.value?.desc ?? false,
  })

  /** Reads the first so many; an answer that comes after a newer question is dropped. */
  async function load(limit = Math.min(MOST_AT_ONCE, Math.max(PIECE, jobs.value?.length ?? 0))): Promise<void> {
    const mine = ++asked
    const first = which.value === 'all' && filter.value === '' && sort.value === null
    try {
      const found = await fetchJobs({ ...wanted(), limit })
      if (mine !== asked) return
      jobs.value = found.jobs
      total.value = found.total
      stale.value = false
      if (first) void deviceDb().then((db) => db.put('lists', plain(found), 'jobs'))
    } catch {
      if (mine !== asked) return
      stale.value = true
      const kept = await deviceDb()
        .then((db) => db.get('lists', 'jobs'))
        .catch(() => undefined)
      if (mine !== asked || jobs.value !== null || !kept) return
      jobs.value = kept.jobs
      total.value = kept.jobs.length
    }
  }

  /** Reads the next ones behind those that are shown. */
  async function more(): Promise<void> {
    const mine = ++asked
    const there = jobs.value ?? []
    const found = await fetchJobs({ ...wanted(), offset: there.length, limit: MOST_AT_ONCE }).catch(() => null)
    if (!found || mine !== asked) return
    jobs.value = [...there, ...found.jobs]
    total.value = found.total
  }

  /** All that is found, page after page. */
  async function all(): Promise<JobCard[]> {
    const found: JobCard[] = []
    for (;;) {
      const page = await fetchJobs({ ...wanted(), offset: found.length, limit: MOST_AT_ONCE })
      found.push(...page.jobs)
      if (page.jobs.length === 0 || found.length >= page.total) return found
    }
  }

  watch([which, sort], () => void load(PIECE))
  watch(
    filter,
    useDebounceFn(() => void load(PIECE), 150),
  )
  void load()
  return { filter, sort, jobs, total, stale, load, more, all }
}
