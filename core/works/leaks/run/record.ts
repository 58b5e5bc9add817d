import { stageTitle, table, under, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { NONE, word, type Told } from '../../../job/told'
import { leakEntries, type RunAgain } from '../read-leak'
import { readRuns } from './read'

const counted = ({ complaint }: RunAgain, figure: number | null): Told =>
  figure === null ? NONE : word('run.counted', { figure, unit: word(`leak.counted-in.${complaint}`) })

export const record = (snapshot: Snapshot): Block[] =>
  under(
    stageTitle('first-run'),
    table(
      'runs',
      [
        words(word('run.list'), 100),
        words(word('run.before'), 90),
        words(word('run.now'), 90),
        words('', '*'),
        words(word('leak.record-by'), 150),
      ],
      leakEntries(snapshot, 'runs').map((r) => [
        word(`complaint.${r.complaint}`),
        counted(r, r.before),
        counted(r, r.now),
        { told: [word(r.gone ? 'run.gone' : 'run.still'), r.words ? `; ${r.words}` : ''], bold: !r.gone },
        [{ person: r.personId, at: r.at }, ', ', { time: r.at }],
      ]),
    ),
  )

/** What became of each complaint, for the owner. */
export const becameLines = (snapshot: Snapshot): Told[] =>
  readRuns(snapshot).flatMap((r) =>
    r.run
      ? [word(r.run.gone ? 'leak.owner-gone' : 'leak.owner-still', { complaint: word(`complaint.${r.complaint}`) })]
      : [],
  )
