import { among } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { readFlows, readSoap, tipScope } from './read-sleeves'

const says = {
  actions: ['soap', 'flow', 'send-back', 'next-cylinder', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['tips-first', 'washer-tight', 'compare', 'bubbles', 'next', 'all-tight', 'odd', 'closed'],
  cautions: ['running', 'injector-spray'],
} as const
const make = mover('gas-test', says)

/** Injectors whose return flow is beyond the book or unlike the others. */
export function oddFlows(snapshot: Snapshot): number[] {
  return (readFlows(snapshot).outliers?.values ?? []).filter((v) => v.verdict !== 'usual').map((v) => Number(v.id))
}

/** The next look at the gas side. */
export function gasTestMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'gas-test')) return make('done', 'closed')
  if (!isClosed(snapshot, 'tips')) return make('stop', 'tips-first')
  const scope = tipScope(snapshot)
  const bubbling = scope.find((c) => readSoap(snapshot, c) === true)
  if (bubbling !== undefined) return make('send-back', 'bubbles', { cylinder: bubbling })
  const turn = inTurn(
    scope.map((cylinder) => ({ cylinder, soap: readSoap(snapshot, cylinder) })),
    selected,
  )
  const open = turn.find((c) => c.soap === null)
  if (open && open.cylinder !== selected) return make('next-cylinder', 'next', { cylinder: open.cylinder })
  if (open) return make('soap', 'washer-tight', { cylinder: open.cylinder, caution: 'running' })
  const { values } = readFlows(snapshot)
  const unread = snapshot.engine.heads.flat().find((c) => !values.some((v) => v.cylinder === c))
  if (unread !== undefined) return make('flow', 'compare', { cylinder: unread, caution: 'injector-spray' })
  const odd = oddFlows(snapshot)
  if (odd.length > 0) return make('close-stage', 'odd', { figures: { cylinders: odd } })
  return make('close-stage', 'all-tight')
}

/** Gas past the washers, and the injectors against each other. */
export const gasTest: StageLogic = {
  says,
  problems: (s) => {
    const scope = tipScope(s)
    return [
      ...among(
        'not-tested',
        scope.filter((c) => readSoap(s, c) === null),
        false,
      ),
      ...among(
        'bubbles',
        scope.filter((c) => readSoap(s, c) === true),
        false,
      ),
      ...among('odd-flow', oddFlows(s), true),
    ]
  },
  move: (s, hand) => gasTestMove(s, hand.cylinder),
}
