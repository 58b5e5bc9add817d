import { atCylinder } from '../../job/place'
import { stageSteps } from '../../job/step'
import type { StageLogic } from '../stage-logic'
import { jointAt } from './read-joint'
import { boltTurns, isOpen, tightenBolt } from './turns'

const says = {
  actions: ['bolts', 'close-stage', 'done'],
  reasons: ['book', 'all-done', 'closed'],
  gates: ['bolts-open'],
} as const

/** The rounds of a joint of one cylinder by themselves, where the stage's own steps do not have them. */
export function jointRounds(code: string, at: number): StageLogic {
  const { part, logic } = stageSteps('record', says)
  const bolts = part({
    places: () => [atCylinder(at)],
    read: (s, { cylinder }) => ({ bolts: jointAt(s, code, cylinder) }),
  })
  return logic({
    parts: [
      bolts.of(
        [
          {
            action: 'bolts',
            when: ({ state }) => isOpen(state),
            gate: { code: 'bolts-open', soft: true },
            reason: 'book',
            turn: tightenBolt,
          },
        ],
        boltTurns,
      ),
    ],
    closes: () => ({ reason: 'all-done' }),
  })
}
