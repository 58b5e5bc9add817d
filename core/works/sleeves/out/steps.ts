import { nothingSaid, type Said } from '../../../job/ask'
import { onceASnapshot } from '../../../job/once'
import { atCylinder } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import type { CylinderSpot } from '../../../job/place'
import { bar, barredToDeg, neverClear, prove, readClear, rodSays, type Clear } from '../clear'
import { threadIn } from './thread'
import { lastAt, sectionOf, sleeveEntries, sleeveScope } from '../read-sleeves'

const says = {
  actions: ['sheet-first', 'injector', 'bar', 'prove', 'sleeve', 'chips', 'next-cylinder', 'close-stage', 'done'],
  told: ['never-clear'],
  heads: ['bar-teeth', 'none-asked'],
  reasons: [
    'no-section',
    'label',
    'in-the-way',
    'barred-since',
    'too-high',
    'clear',
    'chips-fall',
    'next',
    'all-out',
    'no-cause',
    'never',
    'closed',
  ],
  cautions: ['drain-first', 'barring', 'rod', 'fingers-clear', 'chips-out'],
  gates: ['sleeve-in-still', 'chips-left'],
  orders: ['not-proven'],
} as const
const { part, first, logic } = stageSteps('sleeves-out', says)

/** Cylinders whose sleeves are still in. */
export const sleevesStillIn = onceASnapshot((snapshot): number[] =>
  sleeveScope(snapshot).filter((c) => lastAt(snapshot, 'out', c) === null),
)

interface SleeveOut {
  injector: boolean
  out: ReturnType<typeof sleeveEntries<'out'>>[number] | null
  clear: Clear
}
const sleeves = part({
  places: (s) => sleeveScope(s).map(atCylinder),
  read: (s, { cylinder }): SleeveOut => ({
    injector: lastAt(s, 'injectors', cylinder) !== null,
    out: lastAt(s, 'out', cylinder),
    clear: readClear(s, cylinder, sleevesStillIn(s)),
  }),
})
type H = Here<CylinderSpot, SleeveOut>
const wants = (step: Clear['step']) => (h: H) => h.state.out === null && h.state.injector && h.state.clear.step === step

const injector = sleeves.turn({ entry: 'injector-out', fields: { trimCode: {}, washers: { about: 1 } } })
const barred = sleeves.turn({ entry: 'bar-engine', fields: { crankDeg: barredToDeg } })
const proven = sleeves.turn({
  entry: 'prove-clear',
  fields: { depthMm: { figures: ({ state }) => ({ needRoughMm: state.clear.needMm }) } },
  said: rodSays,
})
const sleeve = sleeves.turn({
  entry: 'sleeve-out',
  fields: { school: { words: 'sleeve.schools' }, peakNm: {}, chipsOut: {} },
  said: ({ snapshot }, { school, peakNm }): Said => {
    const section = sectionOf(snapshot)
    const thread = section && school === 'tap' ? threadIn(section) : null
    if (!thread || peakNm == null) return nothingSaid
    const verdict = peakNm <= thread.stopNm ? ('in' as const) : ('out' as const)
    return { verdicts: { peakNm: verdict }, lines: [{ word: 'stop', figures: { stopNm: thread.stopNm }, verdict }] }
  },
  // One that is entered anew was out already.
  refuses: ({ state }, act) =>
    state.out === null && !act.replaces && !state.clear.proven ? ('not-proven' as const) : null,
})
const chips = sleeves.turn({
  entry: 'sleeve-out',
  fields: {
    school: ({ state }) => state.out!.school,
    peakNm: ({ state }) => state.out!.peakNm,
    chipsOut: () => true,
  },
})

const inStill = { code: 'sleeve-in-still', soft: false } as const
/** Sleeves out, the washers under them counted, the chips with them. */
export const sleevesOut = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'sheet-first', 'no-section'),
    sleeves.of([
      {
        action: 'injector',
        when: ({ state }) => state.out === null && !state.injector,
        gate: inStill,
        reason: 'label',
        caution: 'drain-first',
        turn: injector,
      },
      { ...neverClear, when: wants('never-clear'), gate: inStill },
      { ...bar, when: wants('bar'), gate: inStill, turn: barred },
      { ...prove, when: wants('prove'), gate: inStill, turn: proven },
      {
        action: 'sleeve',
        when: wants(null),
        gate: inStill,
        reason: 'clear',
        caution: 'fingers-clear',
        turn: sleeve,
        onward: true,
      },
      {
        action: 'chips',
        when: ({ state }) => state.out?.chipsOut === false,
        gate: { code: 'chips-left', soft: false },
        reason: 'chips-fall',
        caution: 'chips-out',
        turn: chips,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: (s) => (sleeveScope(s).length === 0 ? { reason: 'no-cause', head: 'none-asked' } : { reason: 'all-out' }),
})
