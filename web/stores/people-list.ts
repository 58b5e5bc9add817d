import { peopleList, type PeopleListQuery } from '#contract/shop'
import type { Person } from '#core/job/snapshot'
import { fetchFrom, usePagedList } from './paged-list'

/** The list of people. */
export const usePeopleList = () =>
  usePagedList<Person, PeopleListQuery['sort']>(async (query) => {
    const { people, total } = await fetchFrom('/api/people', query, peopleList)
    return { rows: people, total }
  })
