import { nothingSaid } from '../../../job/ask'
import { atCylinder } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { readFlows, readSoap, sectionOf, tipScope } from '../read-sleeves'

const says = {
  actions: ['soap', 'flow', 'send-back', 'next-cylinder', 'close-stage', 'done'],
  told: ['stop', 'odd-flow'],
  reasons: ['tips-first', 'washer-tight', 'compare', 'bubbles', 'next', 'all-tight', 'odd', 'closed'],
  cautions: ['running', 'injector-spray'],
  gates: ['not-tested', 'bubbles', 'flow-unread', 'odd-flow'],
} as const
const { part, first, logic } = stageSteps('gas-test', says)

/** Injectors whose return flow is beyond the book or unlike the others. */
export function oddFlows(snapshot: Snapshot): number[] {
  const { values, outliers } = readFlows(snapshot)
  const most = sectionOf(snapshot)?.returnFlow.max ?? Infinity
  const unlike = (outliers?.values ?? []).filter((v) => v.verdict !== 'usual').map((v) => Number(v.id))
  return values.map((v) => v.cylinder).filter((c, i) => values[i]!.value > most || unlike.includes(c))
}

const soaped = part({
  places: (s) => tipScope(s).map(atCylinder),
  read: (s, { cylinder }) => readSoap(s, cylinder),
})
const soap = soaped.turn({ entry: 'soap-look', fields: { bubbles: {} } })

const flowing = part({
  places: (s) => s.engine.heads.flat().map(atCylinder),
  read: (s, { cylinder }) => readFlows(s).values.some((v) => v.cylinder === cylinder),
})
const flow = flowing.turn({
  entry: 'return-flow',
  fields: { value: {} },
  judged: ({ snapshot, spot }, { value }) =>
    value === undefined || value > (sectionOf(snapshot)?.returnFlow.max ?? Infinity)
      ? null
      : { value: oddFlows(snapshot).includes(spot.cylinder!) ? 'out' : 'in' },
  said: ({ snapshot }, { value }) => {
    const maxFlow = sectionOf(snapshot)?.returnFlow.max
    if (value === undefined || maxFlow === undefined) return nothingSaid
    return { verdicts: { value: value > maxFlow ? 'out' : 'in' }, lines: [] }
  },
})

const odd = part({
  places: (s) => s.engine.heads.flat().map(atCylinder),
  read: (s, { cylinder }) => oddFlows(s).includes(cylinder),
  figures: ({ snapshot }) => ({ cylinders: oddFlows(snapshot) }),
})

/** Gas past the washers, and the injectors against each other. */
export const gasTest = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'tips-first'),
    soaped.of([
      {
        action: 'send-back',
        when: ({ state }) => state === true,
        gate: { code: 'bubbles', soft: false },
        reason: 'bubbles',
      },
      {
        action: 'soap',
        when: ({ state }) => state === null,
        gate: { code: 'not-tested', soft: false },
        reason: 'washer-tight',
        caution: 'running',
        turn: soap,
        onward: true,
      },
    ]),
    flowing.of([
      {
        action: 'flow',
        when: ({ state }) => !state,
        gate: { code: 'flow-unread', soft: true },
        reason: 'compare',
        caution: 'injector-spray',
        turn: flow,
        onward: true,
      },
    ]),
    odd.of([
      {
        action: 'odd-flow',
        mended: 'return-flow',
        when: ({ state }) => state,
        gate: { code: 'odd-flow', soft: true },
        reason: 'odd',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-tight' }),
})
