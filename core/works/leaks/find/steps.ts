import { onceASnapshot } from '../../../job/once'
import type { Spot } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { LeakStanding } from '../../../leak/find-leak'
import { mendedBy, outsideTests, type LeakTest } from '../leak-table'
import { causeOf, placeOf, readLadder, settledNow, testAt, testOf } from '../read-leak'

const says = {
  actions: ['try', 'settle', 'close-stage', 'done'],
  told: ['look-again'],
  heads: ['try-at', 'settle-at', 'settle-other', 'settle-other-at'],
  reasons: ['outside-first', 'tells-most', 'chosen', 'sure', 'nothing-tells', 'contradiction', 'settled', 'closed'],
  cautions: ['hot-coolant', 'running', 'low-air', 'injector-spray'],
  gates: ['leak-open'],
} as const
const { part, whole, logic } = stageSteps('find-leak', says)

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
  'look-outside': 'hot-coolant',
  'cap-test': 'hot-coolant',
  'cooler-test': 'low-air',
}

/** The ladder while no cause is taken as found; null where one is, or what was seen leaves none. */
const openLadder = onceASnapshot((snapshot: Snapshot): LeakStanding | null =>
  settledNow(snapshot) ? null : readLadder(snapshot),
)
/** Of the cause that leads: what it is, how sure that is, and what it would cost to be wrong. */
const leading = (ladder: LeakStanding) => {
  const { kind, cylinder } = causeOf(ladder.likeliest)
  const share = ladder.causes.find((c) => c.id === ladder.likeliest)!.chance
  return {
    kind,
    cylinder,
    figures: {
      cause: { word: `leak.cause.${kind}` },
      at: cylinder === null ? '' : ` ${cylinder}`,
      chance: Math.round(100 * Math.min(0.99, share)),
      riskMoney: ladder.riskOfActingNow,
    },
  }
}

/** A test or a cause of the ladder, by its id: at a cylinder, or of the whole engine. */
interface OnLadder extends Spot {
  id: string
  place: string
}
/** A look at the outside that tells next to nothing any more is no reason to go there first, bits. */
const WORTH_A_LOOK_BITS = 0.05
/** What is looked at outside before anything is opened; null where that is done, or tells nothing. */
const outsideFirst = ({ tests: offered }: LeakStanding): string | null =>
  offered.find((t) => outsideTests.some((o) => o === t.id) && t.bits > WORTH_A_LOOK_BITS)?.id ?? null

/** What can be tried: the outside before anything is opened, then the most telling in its time; nothing where the ladder is sure enough. */
function testsToTry(snapshot: Snapshot): OnLadder[] {
  const ladder = openLadder(snapshot)
  if (!ladder || ladder.next === null) return []
  const first = outsideFirst(ladder) ?? ladder.next
  const others = ladder.tests.filter((t) => t.id !== first).sort((a, b) => b.bitsPerMinute - a.bitsPerMinute)
  return [first, ...others.map((t) => t.id)].map((id) => ({
    id,
    place: placeOf(id),
    cylinder: testOf(id).cylinder,
  }))
}
/** A place of the ladder is told by its test. */
const wordsOf = (test: LeakTest) => ({
  place: { word: `leak.test.${test}.name` },
  watch: { word: `leak.test.${test}.watch` },
})
const told = { figures: ({ state }: { state: { test: LeakTest } }) => wordsOf(state.test) }
const tests = part({
  places: testsToTry,
  anywhere: true,
  read: (s, { id, place }) => {
    const ladder = openLadder(s)!
    const why =
      outsideFirst(ladder) === id
        ? ('outside-first' as const)
        : ladder.next === id
          ? ('tells-most' as const)
          : ('chosen' as const)
    return { ladder, why, ...testAt(place) }
  },
  figures: ({ state: { ladder, test }, spot }) => ({
    ...wordsOf(test),
    test: { word: `leak.test.${test}.do` },
    bits: ladder.tests.find((t) => t.id === spot.id)!.bits.toFixed(2),
    ...leading(ladder).figures,
  }),
})
const tried = tests.turn({
  entry: 'note-test',
  fields: {
    test: ({ state }) => state.test,
    positive: told,
    words: { ...told, usual: '' },
  },
})
const skipped = tests.turn({ entry: 'skip-test', fields: { test: ({ state }) => state.test } })

const causes = part({
  anywhere: true,
  places: (s): OnLadder[] => {
    const ladder = openLadder(s)
    if (!ladder || ladder.next !== null) return []
    const { likeliest: id } = ladder
    return [{ id, place: placeOf(id), cylinder: causeOf(id).cylinder }]
  },
  read: (s) => openLadder(s)!,
  figures: ({ state }) => ({ place: leading(state).figures.cause, ...leading(state).figures }),
})
const settled = causes.turn({
  entry: 'settle-cause',
  fields: {
    cause: ({ state }) => leading(state).kind,
    chance: ({ state }) => leading(state).figures.chance / 100,
  },
})

const open = { code: 'leak-open', soft: true } as const
/** The ladder of causes that moves with every test. */
export const findLeak = logic({
  parts: [
    whole((s) => settledNow(s) === null && openLadder(s) === null).of([
      { action: 'look-again', when: ({ state }) => state, gate: open, reason: 'contradiction' },
    ]),
    tests.of(
      [
        {
          action: 'try',
          when: () => true,
          gate: open,
          head: ({ state }) => (state.cylinder === null ? 'try' : 'try-at'),
          reason: ({ state }) => state.why,
          caution: ({ state }) => cautionOf[state.test],
          turn: tried,
        },
      ],
      [skipped],
    ),
    causes.of([
      {
        action: 'settle',
        when: () => true,
        gate: open,
        head: ({ state, spot }) =>
          `settle${mendedBy[leading(state).kind] === null ? '-other' : ''}${spot.cylinder === null ? '' : '-at'}` as const,
        reason: ({ state }) => (state.sure ? 'sure' : 'nothing-tells'),
        turn: settled,
      },
    ]),
  ],
  closes: (s) => ({ reason: 'settled', figures: { cause: { word: `leak.cause.${settledNow(s)!.cause}` } } }),
})
