import { z } from 'zod'
import { complaintNames } from '../../job/intake'
import { numberOf } from '../../figure-types'
import { cylinderNumber } from '../../schema'
import { kind } from '../kind'
import { leakKinds, leakTests } from './leak-table'

/** What a complaint is counted by: degrees, bubbles, litres a day. */
const counted = numberOf({ least: -1e6, most: 1e6 })
const words = z.string().max(300).default('')

/** Entries of looking for a leak, and of the run that ends the job. */
export const kinds = {
  /** A test was tried: whether it showed. */
  'note-test': kind({
    rows: 'results',
    key: 'resultId',
    strikes: true,
    stage: 'find-leak',
    struckIn: 'find-leak',
    given: { test: z.enum(leakTests), cylinder: cylinderNumber.nullable(), positive: z.boolean(), words },
  }),
  /** A test that cannot be done here. */
  'skip-test': kind({
    rows: 'skips',
    key: 'skipId',
    strikes: true,
    stage: 'find-leak',
    struckIn: 'find-leak',
    given: { test: z.enum(leakTests), cylinder: cylinderNumber.nullable() },
  }),
  /** A person takes a cause as found. */
  'settle-cause': kind({
    rows: 'settled',
    key: 'settledId',
    strikes: true,
    stage: 'find-leak',
    struckIn: 'find-leak',
    given: { cause: z.enum(leakKinds), cylinder: cylinderNumber.nullable(), chance: z.number().min(0).max(1), words },
  }),
  /** What it came in with, measured again. */
  'run-again': kind({
    rows: 'runs',
    key: 'runId',
    strikes: true,
    stage: 'first-run',
    struckIn: 'first-run',
    given: {
      complaint: z.enum(complaintNames),
      /** What the instrument read when it came in, and now; null where it reads nothing. */
      before: counted.nullable(),
      now: counted.nullable(),
      gone: z.boolean(),
      words,
    },
  }),
}
