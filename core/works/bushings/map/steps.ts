import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { judgeWithin, ofBoth } from '../../../measure/verdict'
import { nothingSaid } from '../../../job/ask'
import { onceASnapshot } from '../../../job/once'
import {
  codesFor,
  drillingFromFaceMm,
  housingsOf,
  lastAt,
  readBushing,
  readClearance,
  readHousing,
  sectionOf,
  withinTol,
  type BushingState,
  type HousingSpot,
} from '../read-bushings'

const says = {
  actions: ['sheet-first', 'housing', 'bushing', 'swap', 'other-bushing', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'machine-shop', 'bore-off', 'fit-near', 'wrong-clearance', 'on-the-line'],
  heads: ['belongs-at', 'none-for'],
  reasons: [
    'no-section',
    'out-first',
    'two-ways',
    'digit',
    'swapped',
    'other-place',
    'wrong-code',
    'too-loose',
    'too-tight',
    'bore-out',
    'holds-still',
    'clearance',
    'near-limit',
    'fit-near',
    'next',
    'all-placed',
    'closed',
  ],
  cautions: ['box-list'],
  gates: [
    'housing-not-read',
    'housing-out',
    'no-bushing',
    'wrong-bushing',
    'bushing-unsure',
    'clearance-out',
    'clearance-unsure',
  ],
} as const
const { part, first, logic } = stageSteps('bushing-map', says)

/** Whether every housing and every bushing was read: only then a code that belongs elsewhere tells where. */
const allRead = onceASnapshot((s: Snapshot) =>
  housingsOf(s).every((h) => readHousing(s, h).entry !== null && lastAt(s, 'read', h.place) !== null),
)
const housings = part({
  places: housingsOf,
  read: (s, h) => ({
    housing: readHousing(s, h),
    bushing: readBushing(s, h),
    clearance: readClearance(s, h),
    all: allRead(s),
  }),
  figures: ({ snapshot, spot, state: { housing, bushing, clearance } }) => {
    const section = sectionOf(snapshot)!
    const codes = codesFor(snapshot, spot.n).map((c) => c.code)
    return {
      wantMm: spot.of.boreMm,
      tolMm: section.boreTolMm,
      boreMm: housing.meanMm,
      code: bushing.read?.code ?? null,
      codes,
      interferenceMm: bushing.interferenceMm,
      minMm: section.interference.minMm,
      maxMm: section.interference.maxMm,
      toN: bushing.belongsAt?.replace('housing-', '') ?? null,
      clearanceMm: clearance?.clearanceMm ?? null,
      fromMm: section.clearance.minMm,
      toMm: section.clearance.maxMm,
    }
  },
})
type State = {
  housing: ReturnType<typeof readHousing>
  bushing: BushingState
  clearance: ReturnType<typeof readClearance>
  all: boolean
}
type H = Here<HousingSpot, State>
const wrong =
  (...fits: BushingState['fit'][]) =>
  ({ state: { all, bushing } }: H) =>
    all && fits.includes(bushing.fit)
/** Its own place, and the wrong size: no other one has to be read for that. */
const sized = ({ state: { bushing } }: H) => bushing.fit === 'too-loose' || bushing.fit === 'too-tight'
const boreOut = ({ state }: H) => state.housing.size === 'out'
const bad = ['out', 'yields', 'loose-in-housing']

const measured = housings.turn({
  entry: 'measure-housing',
  fields: {
    boreMm: { each: ({ spot }: H) => [1, 2].map((n) => ({ figures: { n }, spot: `way-${n}`, about: spot.of.boreMm })) },
    drillingsMm: {
      each: ({ snapshot, spot }: H) =>
        spot.of.drillings.map((d, i) => ({
          figures: { feeds: d.feeds },
          spot: `drilling-${i}`,
          about: drillingFromFaceMm(snapshot, spot, i),
        })),
    },
  },
  said: ({ snapshot, spot }, { boreMm = [] }, { uncertaintyMm }) =>
    withinTol('boreMm', boreMm, spot.of.boreMm, sectionOf(snapshot)!.boreTolMm, uncertaintyMm),
})
const codes = ({ snapshot, spot }: H) => codesFor(snapshot, spot.n).map((c) => c.code)
const read = housings.turn({
  entry: 'note-bushing',
  fields: {
    code: { codes },
    outerMm: { about: ({ snapshot, spot }) => codesFor(snapshot, spot.n)[0]?.outerMm ?? null },
  },
  said: ({ snapshot, state: { housing } }, { outerMm }, by) => {
    if (outerMm === undefined || housing.meanMm === null) return nothingSaid
    const { minMm, maxMm } = sectionOf(snapshot)!.interference
    const interferenceMm = outerMm - housing.meanMm
    const verdict = judgeWithin(interferenceMm, { minMm, maxMm }, ofBoth(housing.entry, by))
    return {
      verdicts: { outerMm: verdict },
      lines: [{ word: 'interference', figures: { interferenceMm, minMm, maxMm }, verdict }],
    }
  },
})
/** The two that were changed in the box: each read again where it goes. */
const swapped = housings.turn({
  entry: 'note-bushing',
  fields: {
    code: ({ snapshot, state }) => lastAt(snapshot, 'read', state.bushing.belongsAt!)!.code,
    outerMm: ({ snapshot, state }) => lastAt(snapshot, 'read', state.bushing.belongsAt!)!.outerMm,
  },
  before: ({ state: { bushing } }, newId) => {
    const { code, outerMm, gaugeId, uncertaintyMm } = bushing.read!
    return [
      { what: 'note-bushing', bushingId: newId(), place: bushing.belongsAt!, code, outerMm, gaugeId, uncertaintyMm },
    ]
  },
})

const wrongBushing = { code: 'wrong-bushing', soft: false } as const
/** Which bushing goes where: housings measured, codes and sizes read, each where it belongs. */
export const bushingMap = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'out-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    housings.of([
      {
        action: 'housing',
        when: ({ state }) => state.housing.entry === null,
        gate: { code: 'housing-not-read', soft: false },
        reason: 'two-ways',
        turn: measured,
      },
      {
        action: 'bushing',
        when: ({ state }) => state.bushing.read === null,
        gate: { code: 'no-bushing', soft: false },
        reason: 'digit',
        caution: 'box-list',
        turn: read,
        onward: true,
      },
      { action: 'swap', when: wrong('swapped'), gate: wrongBushing, reason: 'swapped', turn: swapped },
      {
        action: 'other-bushing',
        when: wrong('other-place', 'wrong-code'),
        gate: wrongBushing,
        head: ({ state }) => (state.bushing.fit === 'other-place' ? 'belongs-at' : 'none-for'),
        reason: ({ state }) => (state.bushing.fit === 'other-place' ? 'other-place' : 'wrong-code'),
        turn: read,
      },
      {
        // A bore outside what the sheet allows is no bushing's fault.
        action: 'machine-shop',
        mended: 'measure-housing',
        when: (h) => sized(h) && boreOut(h),
        gate: wrongBushing,
        reason: 'bore-out',
      },
      {
        action: 'other-bushing',
        when: (h) => sized(h) && !boreOut(h),
        gate: wrongBushing,
        reason: ({ state }) => (state.bushing.fit === 'too-loose' ? 'too-loose' : 'too-tight'),
        turn: read,
      },
      {
        action: 'bore-off',
        mended: 'measure-housing',
        when: (h) => boreOut(h) && !sized(h),
        gate: { code: 'housing-out', soft: true },
        reason: 'holds-still',
        doubt: true,
      },
      {
        action: 'wrong-clearance',
        mended: 'note-bushing',
        when: ({ state }) => bad.includes(state.clearance?.verdict ?? ''),
        gate: { code: 'clearance-out', soft: true },
        reason: 'clearance',
        doubt: true,
      },
      {
        action: 'on-the-line',
        when: ({ state }) => state.clearance?.verdict === 'unsure',
        gate: { code: 'clearance-unsure', soft: true },
        reason: 'near-limit',
        doubt: true,
      },
      {
        action: 'fit-near',
        when: ({ state }) => state.bushing.fit === 'near',
        gate: { code: 'bushing-unsure', soft: true },
        reason: 'fit-near',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-placed' }),
})
