import { list, stageTitle, table, text, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { NONE, word, type Told } from '../../../job/told'
import { entriesOf } from '../../kinds'
import { leakEntries, readLadder, takenOut, type TestResult } from '../read-leak'

const causeTold = (cause: string, cylinder: number | null): Told =>
  cylinder === null
    ? word(`leak.cause.${cause}`)
    : word('leak.cause-at', { cause: word(`leak.cause.${cause}`), cylinder })
const byWhom = ({ personId, at }: { personId: string; at: string }): Told => [
  { person: personId, at },
  ', ',
  { time: at },
]

/** What was tried, struck out or not, and what was taken as found, with the chance it stood at. */
export function record(snapshot: Snapshot): Block[] {
  const all = entriesOf(snapshot, 'leaks.results') as unknown as TestResult[]
  const settled = leakEntries(snapshot, 'settled')
  if (all.length + settled.length === 0) return []
  const columns = [
    words(word('leak.tried'), 190),
    words(word('leak.record-result'), '*'),
    words(word('leak.record-by'), 150),
  ]
  const rows = all.map((r) => {
    const test = word(`leak.test.${r.test}.name`)
    const told: Told = [word(r.positive ? 'leak.yes' : 'leak.no'), r.words ? `; ${r.words}` : '', { struck: r.struck }]
    return [
      r.cylinder === null ? test : word('leak.test-at', { test, cylinder: r.cylinder }),
      { told, struck: r.struck !== null },
      byWhom(r),
    ]
  })
  const found = settled.map((s) =>
    word('leak.record-found', {
      cause: causeTold(s.cause, s.cylinder),
      chance: Math.round(s.chance * 100),
      name: { person: s.personId, at: s.at },
      when: { time: s.at },
    }),
  )
  const gone = takenOut(snapshot).map((c) => word('leak.out', { cause: causeTold(c.kind, c.cylinder) }))
  const likeliest = settled.length === 0 ? readLadder(snapshot) : null
  const told = [...found, ...gone]
  return under(
    stageTitle('find-leak'),
    table('leak-tests', columns, rows),
    told.length > 0 ? list(told) : [text(likeliest ? word('leak.record-open') : NONE)],
  )
}

/** What was found, in a line each, for the owner. */
export const foundLines = (snapshot: Snapshot): Told[] =>
  leakEntries(snapshot, 'settled').map((s) => word('leak.owner-found', { cause: causeTold(s.cause, s.cylinder) }))
