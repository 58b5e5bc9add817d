import type { WorkRecord } from '../work-record'
import { outOfFlat, record as deck } from './deck/record'
import { record as pistons } from './pistons/record'

/** What lies around the liners on the record: pistons, deck and gasket. */
export const record: WorkRecord<'block'> = {
  stages: { 'pistons-out': pistons, 'deck-check': deck },
  cautions: (s) => (s.job.work.includes('deck') ? ['gasket'] : []),
  owner: { done: outOfFlat },
}
