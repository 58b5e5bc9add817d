import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { oddParts, partFigures, partFlag } from '../../../plan/read-repair'

const says = {
  actions: ['add', 'measure', 'close-stage', 'done'],
  reasons: ['no-liners', 'too-few-measured', 'one-left', 'some-odd', 'all-measured', 'closed'],
} as const
const { whole, logic } = stageSteps('parts', says)

/** The liners that lie there for this job. */
const box = (s: Snapshot) => s.liners.filter((l) => l.fitted === null || l.fitted.jobId === s.job.id)

/** The box of parts. They may be measured or not, so nothing of them keeps it open: the plan says what it lacks. */
export const parts = logic({
  alone: true,
  parts: [
    whole((s) => {
      const liners = box(s)
      return {
        liners,
        bores: s.engine.heads.flat().length,
        measured: liners.filter((l) => partFigures(l) !== null).length,
        next: liners.find((l) => partFigures(l) === null) ?? null,
      }
    }).of([
      {
        action: 'add',
        when: ({ state }) => state.liners.length === 0,
        gate: null,
        reason: 'no-liners',
        figures: ({ state: { bores } }) => ({ bores }),
      },
      {
        action: 'measure',
        when: ({ state }) => state.next !== null,
        gate: null,
        reason: ({ state: { measured, bores } }) => (measured < bores ? 'too-few-measured' : 'one-left'),
        figures: ({ state: { next, measured, bores } }) => ({ label: next!.label, partId: next!.id, measured, bores }),
      },
    ]),
  ],
  closes: (s) => {
    const odd = box(s).filter((l) => partFlag(l, 'liner') !== 'good')
    return {
      reason: odd.length > 0 ? 'some-odd' : 'all-measured',
      figures: { count: odd.length, labels: odd.map((l) => l.label), offMm: oddParts.liner.offMm },
    }
  },
})
