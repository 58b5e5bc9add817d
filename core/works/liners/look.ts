import { among, without } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { kindsOn, type GradeName } from './strip'
import { confirmedGrade, suggestGrade, worseSinceGraded } from './suggest-grade'

const says = {
  actions: ['grade', 'next-cylinder', 'close-stage', 'done'],
  reasons: ['heaviest', 'nothing-marked', 'next', 'marked-since', 'worse-since', 'some-bad', 'all-graded', 'closed'],
} as const
const make = mover('look', says)

const gradeWord = (grade: GradeName) => ({ word: `grade.${grade}` })

/** The next move where liners and block are looked at. */
export function lookMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'look')) return make('done', 'closed')
  const turn = inTurn(
    snapshot.engine.heads.flat().map((cylinder) => ({
      cylinder,
      graded: confirmedGrade(snapshot, cylinder),
      worse: worseSinceGraded(snapshot, cylinder),
    })),
    selected,
  )
  const open = turn.find((c) => c.graded === null || c.worse !== null)
  if (!open) {
    const bad = turn
      .filter((c) => c.graded!.grade === 'scrap' || c.graded!.grade === 'poor')
      .map((c) => c.cylinder)
      .sort((a, b) => a - b)
    return make('close-stage', bad.length > 0 ? 'some-bad' : 'all-graded', {
      figures: { cylinders: bad },
    })
  }
  if (open !== turn[0]) return make('next-cylinder', open.worse ? 'marked-since' : 'next', { cylinder: open.cylinder })
  if (open.worse)
    return make('grade', 'worse-since', {
      cylinder: open.cylinder,
      figures: { graded: gradeWord(open.graded!.grade), grade: gradeWord(open.worse) },
    })
  const { grade, reasons } = suggestGrade(snapshot, open.cylinder)
  const heaviest = reasons[0]
  return make('grade', heaviest ? 'heaviest' : 'nothing-marked', {
    cylinder: open.cylinder,
    figures: {
      grade: gradeWord(grade),
      kind: heaviest?.kind ?? null,
      severity: heaviest?.severity ?? null,
      count: reasons.length,
    },
  })
}

/** Liners and block looked at, findings marked, each liner graded. */
export const look: StageLogic = {
  says,
  problems: (s) => [
    ...among('not-graded', without(s, s.grades), true),
    ...among(
      'marked-since',
      s.engine.heads.flat().filter((c) => worseSinceGraded(s, c) !== null),
      true,
    ),
  ],
  move: (s, hand) => lookMove(s, hand.cylinder),
  refuse: (_, act) => {
    if (act.what !== 'mark-finding') return null
    if (!kindsOn[act.on].includes(act.kind)) return { code: 'not-found-there', details: [act.kind, act.on] }
    return act.toMm < act.fromMm ? { code: 'bad-command', details: ['a finding ends above where it begins'] } : null
  },
}
