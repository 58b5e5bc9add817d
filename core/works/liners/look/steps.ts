import { stageSteps } from '../../../job/step'
import { deckPlaces } from '../deck-places'
import { kindsOn, type GradeName } from '../strip'
import { confirmedGrade, suggestGrade, worseSinceGraded } from '../suggest-grade'

const says = {
  actions: ['grade', 'next-cylinder', 'close-stage', 'done'],
  reasons: ['heaviest', 'nothing-marked', 'next', 'marked-since', 'worse-since', 'some-bad', 'all-graded', 'closed'],
  gates: ['not-graded', 'marked-since'],
} as const
const { part, logic } = stageSteps('look', says)

const gradeWord = (grade: GradeName) => ({ word: `grade.${grade}` })

/** A liner as it was looked at: its grade, and a worse one that was found since. */
const liners = part({
  places: deckPlaces,
  round: true,
  read: (snapshot, { cylinder }) => ({
    graded: confirmedGrade(snapshot, cylinder),
    worse: worseSinceGraded(snapshot, cylinder),
  }),
})
type Here = Parameters<Parameters<typeof liners.of>[0][number]['when']>[0]
const suggested = ({ snapshot, spot }: Here) => suggestGrade(snapshot, spot.cylinder)

const grade = liners.turn({
  entry: 'grade-cylinder',
  fields: {
    grade: { words: 'grade', offered: (h) => h.state.worse ?? suggested(h).grade },
    suggested: (h) => suggested(h).grade,
    words: { usual: '' },
  },
  said: (h, { grade: given }) => {
    const { grade: ours } = suggested(h)
    const other = given !== undefined && given !== ours
    return { verdicts: {}, lines: other ? [{ word: 'otherwise', figures: { grade: gradeWord(ours) } }] : [] }
  },
})

const stage = logic({
  alone: true,
  parts: [
    liners.of([
      {
        action: 'grade',
        when: ({ state }) => state.worse !== null,
        gate: { code: 'marked-since', soft: true },
        reason: 'worse-since',
        next: 'marked-since',
        figures: ({ state }) => ({ graded: gradeWord(state.graded!.grade), grade: gradeWord(state.worse!) }),
        turn: grade,
        onward: true,
      },
      {
        action: 'grade',
        when: ({ state }) => state.graded === null,
        gate: { code: 'not-graded', soft: true },
        reason: (h) => (suggested(h).reasons[0] ? 'heaviest' : 'nothing-marked'),
        figures: (h) => {
          const { grade: suggests, reasons } = suggested(h)
          return {
            grade: gradeWord(suggests),
            kind: reasons[0]?.kind ?? null,
            severity: reasons[0]?.severity ?? null,
            count: reasons.length,
          }
        },
        turn: grade,
        onward: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: (s) => {
    const bad = deckPlaces(s).flatMap(({ cylinder }) => {
      const { grade } = confirmedGrade(s, cylinder)!
      return grade === 'scrap' || grade === 'poor' ? [cylinder] : []
    })
    return {
      reason: bad.length > 0 ? 'some-bad' : 'all-graded',
      figures: { cylinders: bad.sort((a, b) => a - b) },
    }
  },
})

/** Liners and block looked at, findings marked, each liner graded. */
export const look: typeof stage = {
  ...stage,
  refuse: (snapshot, act, nowMs) => {
    if (act.what !== 'mark-finding') return stage.refuse?.(snapshot, act, nowMs) ?? null
    if (!kindsOn[act.on].includes(act.kind)) return { code: 'not-found-there', details: [act.kind, act.on] }
    return act.toMm < act.fromMm ? { code: 'bad-command', details: ['a finding ends above where it begins'] } : null
  },
}
