import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { freeSteps, type FreeStep } from '../kinds'
import { sectionOf } from '../read-front'
import { flywheelScrap, flywheelWorn, isFreed } from '../read-flywheel'

const says = {
  actions: ['sheet-first', 'marked', 'studs', 'off', 'look', 'close-stage', 'done'],
  told: ['worn'],
  reasons: [
    'ground-or-noted',
    'no-section',
    'one-way',
    'guided',
    'weighs',
    'while-off',
    'scrap',
    'may-stay',
    'no-flywheel',
    'closed',
  ],
  cautions: ['crank-locked', 'heavy-wheel'],
  gates: ['flywheel-still-on', 'flywheel-not-seen', 'flywheel-worn'],
  orders: ['marked-first', 'studs-first'],
} as const
const { whole, first, logic } = stageSteps('flywheel-off', says)

const off = whole(
  (s: Snapshot) => ({
    flywheel: sectionOf(s)?.flywheel ?? null,
    next: freeSteps.find((step) => !isFreed(s, step)) ?? null,
    scrap: flywheelScrap(s),
    worn: flywheelWorn(s),
  }),
  ({ state: { flywheel, worn } }) => ({
    massKg: flywheel?.massKg ?? null,
    studs: flywheel?.guideStuds ?? null,
    why: { word: `front.wheel-scrap.${worn[0] ?? 'none'}` },
  }),
)
/** A step of taking it off: each comes after the one before it. */
const freed = (step: FreeStep) =>
  off.turn({
    entry: 'free-flywheel',
    fields: { step: () => step },
    refuses: ({ snapshot }, act) => {
      const before = act.step === 'off' ? 'studs' : act.step === 'studs' ? 'marked' : null
      return before && !isFreed(snapshot, before) ? (`${before}-first` as const) : null
    },
  })
const looked = off.turn({
  entry: 'look-flywheel',
  fields: { face: { words: 'front.wheel-face' }, teeth: { words: 'front.teeth' } },
})

const stillOn = { code: 'flywheel-still-on', soft: false } as const
const wants = (step: FreeStep) => ({
  when: ({ state }: { state: { flywheel: object | null; next: FreeStep | null } }) =>
    state.flywheel !== null && state.next === step,
  gate: stillOn,
  turn: freed(step),
})
/** The flywheel off: marked, on guide studs, on the hoist, and looked at. */
export const flywheelOff = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'sheet-first', 'no-section'),
    off.of([
      { action: 'marked', reason: 'one-way', ...wants('marked') },
      { action: 'studs', reason: 'guided', caution: 'crank-locked', ...wants('studs') },
      { action: 'off', reason: 'weighs', caution: 'heavy-wheel', ...wants('off') },
      {
        action: 'look',
        when: ({ state }) => state.flywheel !== null && state.scrap === null,
        gate: { code: 'flywheel-not-seen', soft: true },
        reason: 'while-off',
        turn: looked,
      },
      {
        action: 'worn',
        when: ({ state: { scrap, worn } }) => scrap?.length === 0 && worn.length > 0,
        mended: 'look-flywheel',
        gate: { code: 'flywheel-worn', soft: true },
        reason: 'ground-or-noted',
        doubt: true,
      },
    ]),
  ],
  closes: (s) => {
    if (!sectionOf(s)?.flywheel) return { reason: 'no-flywheel' }
    const why = flywheelScrap(s)?.[0]
    return why ? { reason: 'scrap', figures: { why: { word: `front.wheel-scrap.${why}` } } } : { reason: 'may-stay' }
  },
})
