import type { Content, TableCell } from 'pdfmake/interfaces'
import { entriesOf } from '#core/works/kinds'
import { leakEntries, readLadder, takenOut } from '#core/works/leaks/read-leak'
import { complaintsToRun, readRuns } from '#core/works/leaks/run/read'
import type { Snapshot } from '#core/job/snapshot'
import { lines, table, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })
const causeName = (of: { cause: string; cylinder: number | null }) => {
  const cause = word(`leak.cause.${of.cause}`)
  return of.cylinder === null ? cause : word('leak.cause-at', { cause, cylinder: of.cylinder })
}

/** What was tried, struck out or not, and what was taken as found, with the chance it stood at. */
function ladderBlock(w: Writer): Content[] {
  const all = entriesOf(w.snapshot, 'leaks.results') as unknown as ReturnType<typeof leakEntries<'results'>>
  const settled = leakEntries(w.snapshot, 'settled')
  if (all.length + settled.length === 0) return []
  const rows = all.map((r): TableCell[] => {
    const test = word(`leak.test.${r.test}.name`)
    return [
      cell(r.cylinder === null ? test : word('leak.test-at', { test, cylinder: r.cylinder })),
      cell(`${word(r.positive ? 'leak.yes' : 'leak.no')}${r.words ? `; ${r.words}` : ''}${w.strike(r.struck)}`),
      cell(`${w.person(r.personId, r.at)}, ${w.time(r.at)}`),
    ]
  })
  const found = settled.map((s) =>
    word('leak.record-found', {
      cause: causeName(s),
      chance: Math.round(s.chance * 100),
      name: w.person(s.personId, s.at),
      when: w.time(s.at),
    }),
  )
  const gone = takenOut(w.snapshot).map((c) =>
    word('leak.out', { cause: causeName({ cause: c.kind, cylinder: c.cylinder }) }),
  )
  const likeliest = settled.length === 0 ? readLadder(w.snapshot) : null
  return [
    title(word('stage.find-leak')),
    ...(rows.length > 0
      ? [table([word('leak.tried'), word('leak.record-result'), word('leak.record-by')], rows, [190, '*', 150])]
      : []),
    lines([...found, ...gone], likeliest ? word('leak.record-open') : '—'),
  ]
}

function runsBlock(w: Writer): Content[] {
  const runs = leakEntries(w.snapshot, 'runs')
  if (runs.length === 0) return []
  const counted = (r: (typeof runs)[number], figure: number | null) =>
    figure === null ? '—' : word('run.counted', { figure, unit: word(`leak.counted-in.${r.complaint}`) })
  const rows = runs.map((r): TableCell[] => [
    cell(word(`complaint.${r.complaint}`)),
    cell(counted(r, r.before)),
    cell(counted(r, r.now)),
    cell(`${word(r.gone ? 'run.gone' : 'run.still')}${r.words ? `; ${r.words}` : ''}`),
    cell(`${w.person(r.personId, r.at)}, ${w.time(r.at)}`),
  ])
  return [
    title(word('stage.first-run')),
    table([word('run.list'), word('run.before'), word('run.now'), '', word('leak.record-by')], rows, [
      100,
      90,
      90,
      '*',
      150,
    ]),
  ]
}

/** What was found and mended, in a line each, for the owner. */
function doneLines(snapshot: Snapshot): string[] {
  const found = leakEntries(snapshot, 'settled').map((s) => word('leak.owner-found', { cause: causeName(s) }))
  const gone = readRuns(snapshot).flatMap((r) =>
    r.run
      ? [word(r.run.gone ? 'leak.owner-gone' : 'leak.owner-still', { complaint: word(`complaint.${r.complaint}`) })]
      : [],
  )
  return [...found, ...gone]
}

/** Looking for a leak, on the record. */
export const record: RecordWork<'leaks'> = {
  stages: { 'find-leak': ladderBlock, 'first-run': runsBlock },
  cautions: (s) => (s.job.work.includes('find-leak') ? ['pressure'] : []),
  owner: {
    stands: (w) => {
      const open = complaintsToRun(w.snapshot).length > 0 && readRuns(w.snapshot).some((r) => r.run === null)
      return open ? [{ text: word('leak.owner-open'), fontSize: 10, margin: [0, 4, 0, 0] }] : []
    },
    done: doneLines,
  },
}
