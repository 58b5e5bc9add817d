import { whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import type { LeakTest } from './leak-table'
import { mendedBy } from './leak-table'
import { causeOf, readLadder, settledNow, testOf } from './read-leak'

const says = {
  actions: ['try', 'settle', 'close-stage', 'done'],
  told: ['look-again'],
  heads: ['try-at', 'settle-at', 'settle-other', 'settle-other-at'],
  reasons: ['tells-most', 'sure', 'nothing-tells', 'contradiction', 'settled', 'closed'],
  cautions: ['hot-coolant', 'running', 'low-air', 'injector-spray'],
} as const
const make = mover('find-leak', says)

const cautionOf: Record<LeakTest, (typeof says.cautions)[number]> = {
  'fuel-in-coolant': 'hot-coolant',
  'oil-look': 'hot-coolant',
  'gas-chemical': 'hot-coolant',
  'bubbles-idle': 'running',
  'fuel-air': 'low-air',
  'pressure-sump': 'hot-coolant',
  soap: 'running',
  'cut-out': 'injector-spray',
  'leak-down': 'low-air',
  'look-down': 'hot-coolant',
  protrusion: 'hot-coolant',
}

/** The next test, or the cause to act on. */
export function findLeakMove(snapshot: Snapshot): Move {
  if (isClosed(snapshot, 'find-leak')) return make('done', 'closed')
  const settled = settledNow(snapshot)
  if (settled)
    return make('close-stage', 'settled', {
      cylinder: settled.cylinder,
      figures: { cause: { word: `leak.cause.${settled.cause}` } },
    })
  const ladder = readLadder(snapshot)
  if (!ladder) return make('look-again', 'contradiction')
  const { kind, cylinder } = causeOf(ladder.likeliest)
  const chance = Math.round(100 * Math.min(0.99, ladder.causes.find((c) => c.id === ladder.likeliest)!.chance))
  const cause = { word: `leak.cause.${kind}` }
  const at = cylinder === null ? '' : ` ${cylinder}`
  if (ladder.next === null) {
    const head = `settle${mendedBy[kind] === null ? '-other' : ''}${cylinder === null ? '' : '-at'}` as const
    return make('settle', ladder.sure ? 'sure' : 'nothing-tells', {
      head,
      cylinder,
      figures: { cause, at, kind, chance, riskMoney: ladder.riskOfActingNow },
    })
  }
  const next = testOf(ladder.next)
  const told = ladder.tests.find((t) => t.id === ladder.next)!
  return make('try', 'tells-most', {
    head: next.cylinder === null ? 'try' : 'try-at',
    cylinder: next.cylinder,
    caution: cautionOf[next.test],
    figures: {
      id: ladder.next,
      test: { word: `leak.test.${next.test}.do` },
      watch: { word: `leak.test.${next.test}.watch` },
      bits: told.bits.toFixed(2),
      cause,
      at,
      chance,
      riskMoney: ladder.riskOfActingNow,
    },
  })
}

/** The ladder of causes that moves with every test. */
export const findLeak: StageLogic = {
  says,
  problems: (s) => whole('leak-open', settledNow(s) === null, true),
  move: findLeakMove,
  refuse: (s, act) => {
    if (act.what !== 'note-test' && act.what !== 'skip-test' && act.what !== 'settle-cause') return null
    const known = act.cylinder == null || s.engine.heads.flat().includes(act.cylinder)
    return known ? null : { code: 'unknown-cylinder', details: [String(act.cylinder)] }
  },
}
