import { stageSteps } from '../../../job/step'
import { SLACK_MM } from '../../../schema'
import { readLedges } from '../ledges'
import { planInForce } from '../repair-plan'

const says = {
  actions: ['ledges-first', 'close-stage', 'done'],
  told: ['take'],
  reasons: ['not-measured', 'compare', 'taken', 'closed'],
  gates: ['ledges-open', 'no-plan'],
} as const
const { whole, logic } = stageSteps('repair-plan', says)

/** The plan of the repair: schools side by side, one taken. */
export const repairPlan = logic({
  alone: true,
  parts: [
    whole((s) => ({
      open: readLedges(s)
        .filter((l) => !l.complete)
        .map((l) => l.cylinder),
      plan: planInForce(s),
    })).of([
      {
        action: 'ledges-first',
        when: ({ state }) => state.open.length > 0,
        gate: { code: 'ledges-open', soft: true },
        reason: 'not-measured',
        figures: ({ state }) => ({ cylinders: state.open }),
      },
      {
        action: 'take',
        when: ({ state }) => state.plan === null,
        gate: { code: 'no-plan', soft: false },
        reason: 'compare',
      },
    ]),
  ],
  closes: (s) => {
    const { school, bores } = planInForce(s)!
    return {
      reason: 'taken',
      figures: {
        school,
        cuts: bores.filter((b) => b.cutMm > SLACK_MM).length,
        shims: bores.filter((b) => b.shimMm > SLACK_MM).length,
      },
    }
  },
})
