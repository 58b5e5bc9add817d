import { stageSteps } from '../../../job/step'
import { tallyTotals } from '../../../job/tally'
import { deckPlaces } from '../deck-places'

const says = {
  actions: ['close-stage', 'done'],
  told: ['count-in'],
  reasons: ['nothing-in', 'counted', 'closed'],
  cautions: ['tally'],
  gates: ['nothing-in'],
} as const
const { part, logic } = stageSteps('protect', says)

/** Openings stopped against chips, and counted: with anything in, it is the person's to say that it is all. */
export const protect = logic({
  alone: true,
  parts: [
    part({ places: deckPlaces, read: ({ tally }) => tally.length === 0, anywhere: true }).of([
      {
        action: 'count-in',
        when: ({ state }) => state,
        gate: { code: 'nothing-in', soft: true },
        reason: 'nothing-in',
        caution: 'tally',
      },
    ]),
  ],
  closes: (s) => {
    const { wentIn, stillIn } = tallyTotals(s)
    return { reason: 'counted', figures: { wentIn, stillIn } }
  },
})
