import { isAtPressure } from '../../../measure/test-pressure'
import { nothingSaid, type Said } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Clock } from '../../clock'
import { jointAt } from '../../fasteners/read-joint'
import { boltTurns, isOpen, tightenBolt, type Bolted } from '../../fasteners/turns'
import { faceSteps, type FaceStep } from '../kinds'
import { padsOf, readFace, sectionOf, type DrawState, type FaceState, type PadSpot } from '../read-faces'

const says = {
  actions: [
    'sheet-first',
    'drained',
    'jack',
    'ring-out',
    'pair',
    'soak',
    'bubbles',
    'jelly',
    'rolled',
    'clicked',
    'wiped',
    'draw',
    'even',
    'bolts',
    'air',
    'air-end',
    'again',
    'off-again',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['wait', 'wait-air'],
  reasons: [
    'stands',
    'stood',
    'no-section',
    'drain-first',
    'alternately',
    'fingers',
    'matched',
    'dry-burns',
    'soaks',
    'air-in-it',
    'on-packing',
    'no-twist',
    'tabs',
    'nothing-on-it',
    'in-turn',
    'uneven',
    'binds',
    'book',
    'before-filled',
    'off-pressure',
    'leaks',
    'leaks-still',
    'next',
    'all-in',
    'closed',
  ],
  cautions: ['hot-oil', 'never-snap', 'faces', 'spirit', 'low-air-only', 'evenly-off'],
  gates: ['face-not-in', 'face-uneven', 'bolts-open-at', 'air-not-tried', 'air-lost'],
  orders: ['face-step-first', 'not-soaked', 'not-drawn', 'other-open', 'no-air', 'not-stood'],
} as const
const { part, first, logic } = stageSteps('face-seal', says)

type H = Here<PadSpot, FaceState & Bolted>
const soaking = ({ state, nowMs }: H) => state.soakedAt !== null && Date.parse(state.soakedAt) > nowMs
/** Another pad is not drawn home yet: what is blown in comes out there. */
const othersOpen = ({ snapshot, spot }: H) =>
  padsOf(snapshot).some((pad) => {
    if (pad.place === spot.place) return false
    const other = readFace(snapshot, pad)
    return !other.has('wiped') || other.on.turnsNow !== null
  })
/** The air has stood for its time. */
const stood = ({ state, nowMs }: H) => state.airDueAt !== null && Date.parse(state.airDueAt) <= nowMs
/** What is done next at a pad, in the order of the trade; null where its seal is in. */
function nextAt(h: H): string | null {
  const { state } = h
  if (!state.has('drained')) return 'drained'
  if (!state.has('ring-out')) return state.off.turnsNow !== null ? 'jack' : 'ring-out'
  const laid = (['pair', 'soak', 'bubbles', 'jelly', 'rolled'] as const).find((step) => !state.has(step))
  if (laid) return laid
  if (soaking(h) && !state.has('clicked')) return 'wait'
  if (!state.has('clicked')) return 'clicked'
  if (!state.has('wiped')) return 'wiped'
  if (state.on.binds) return 'binds'
  if (state.on.uneven) return 'even'
  if (state.on.turnsNow !== null) return 'draw'
  if (isOpen(state)) return 'bolts'
  if (state.tight) return null
  // Once is a fitting that leaks; twice is the seal.
  if (state.lost > 1) return 'off-again'
  // It is tried once all are closed.
  if (othersOpen(h)) return null
  if (state.airOn && !state.offPressure) return stood(h) ? 'air-end' : 'wait-air'
  return state.tight === null ? 'air' : 'again'
}
const is = (action: string) => (h: H) => nextAt(h) === action

const pads = part({
  places: padsOf,
  read: (s, pad) => ({ ...readFace(s, pad), bolts: jointAt(s, pad.of.joint, null, pad.place) }),
  figures: ({ spot: { of }, state, nowMs }) => {
    const draw: DrawState = state.has('ring-out') ? state.on : state.off
    return {
      name: of.name,
      minutes: of.soakMin,
      minutesLeft: state.soakedAt ? Math.max(1, Math.ceil((Date.parse(state.soakedAt) - nowMs) / 60_000)) : null,
      airMin: of.airMin,
      wantKPa: of.airKPa,
      dropKPa: of.airDropKPa,
      startKPa: (state.airOn ?? state.air)?.startKPa ?? null,
      airLeft: state.airDueAt ? Math.max(1, Math.ceil((Date.parse(state.airDueAt) - nowMs) / 60_000)) : null,
      lostKPa: state.air ? state.air.startKPa - state.air.endKPa : null,
      turns: draw.turnsNow === null ? null : Math.round(draw.turnsNow * 100) / 100,
      roundsLeft: draw.plan?.rounds ?? 0,
      nuts: of.nuts,
      skewMm: draw.skewMm,
      maxSkewMm: of.maxSkewMm,
    }
  },
})
const name = ({ spot }: H) => ({ name: spot.of.name })
/** A round of screws off or nuts on: each by the same, where nobody says otherwise. */
const round = (way: 'off' | 'on', turnsOf: (h: H) => readonly number[]) =>
  pads.turn({
    entry: 'nut-round',
    fields: {
      way: () => way,
      turns: {
        each: (h) =>
          Array.from({ length: h.spot.of.nuts }, (_, i) => ({
            figures: { ...name(h), n: i + 1 },
            spot: `nut-${i + 1}`,
            usual: turnsOf(h)[i] ?? 0,
          })),
      },
      binds: { usual: false, figures: name },
    },
    refuses: ({ state }, act) => (act.way === 'on' && !state.has('wiped') ? 'face-step-first' : null),
  })
const same = (draw: (h: H) => DrawState) => (h: H) => Array<number>(h.spot.of.nuts).fill(draw(h).turnsNow ?? 0)
const stepped = (step: FaceStep) =>
  pads.turn({
    entry: 'face-step',
    fields: { step: () => step },
    refuses: (h, act) => {
      const before = faceSteps.slice(0, faceSteps.indexOf(act.step))
      if (before.some((b) => !h.state.has(b))) return 'face-step-first'
      return act.step === 'clicked' && soaking(h) && !h.state.has('clicked') ? 'not-soaked' : null
    },
  })
const closedFirst = {
  'not-drawn': ({ state }: H) => state.on.turnsNow !== null,
  // Air leaves by the pad that is open.
  'other-open': othersOpen,
}
const airOn = pads.turn({
  entry: 'air-on',
  fields: { startKPa: { figures: name, about: ({ spot }) => spot.of.airKPa } },
  said: ({ spot }, { startKPa }): Said =>
    startKPa === undefined
      ? nothingSaid
      : { verdicts: { startKPa: isAtPressure(startKPa, spot.of.airKPa) ? 'in' : 'out' }, lines: [] },
  after: closedFirst,
})
const airEnd = pads.turn({
  entry: 'air-test',
  fields: {
    startKPa: ({ state }) => state.airOn?.startKPa ?? 0,
    endKPa: { figures: name, about: ({ state }) => state.airOn?.startKPa ?? null },
  },
  said: ({ spot, state: { airOn: on } }, { endKPa }): Said =>
    endKPa === undefined || !on
      ? nothingSaid
      : {
          verdicts: { endKPa: on.startKPa - endKPa <= spot.of.airDropKPa + 1e-9 ? 'in' : 'out' },
          lines: [{ word: 'lost', figures: { lostKPa: on.startKPa - endKPa, dropKPa: spot.of.airDropKPa } }],
        },
  after: { ...closedFirst, 'no-air': ({ state }) => state.airOn === null, 'not-stood': (h) => !stood(h) },
})

const notIn = { code: 'face-not-in', soft: false } as const
/** Face seals: off by jacking screws, a matched pair on, soaked, clicked in, drawn by nuts in turn, tried with air. */
export const faceSeal = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'sheet-first', 'no-section'),
    pads.of(
      [
        {
          action: 'drained',
          when: is('drained'),
          gate: notIn,
          reason: 'drain-first',
          caution: 'hot-oil',
          turn: stepped('drained'),
        },
        {
          action: 'jack',
          when: is('jack'),
          gate: notIn,
          reason: 'alternately',
          caution: 'evenly-off',
          turn: round(
            'off',
            same(({ state }) => state.off),
          ),
        },
        { action: 'ring-out', when: is('ring-out'), gate: notIn, reason: 'fingers', turn: stepped('ring-out') },
        { action: 'pair', when: is('pair'), gate: notIn, reason: 'matched', caution: 'faces', turn: stepped('pair') },
        { action: 'soak', when: is('soak'), gate: notIn, reason: 'dry-burns', turn: stepped('soak') },
        { action: 'bubbles', when: is('bubbles'), gate: notIn, reason: 'air-in-it', turn: stepped('bubbles') },
        {
          action: 'jelly',
          when: is('jelly'),
          gate: notIn,
          reason: 'on-packing',
          caution: 'faces',
          turn: stepped('jelly'),
        },
        { action: 'rolled', when: is('rolled'), gate: notIn, reason: 'no-twist', turn: stepped('rolled') },
        // While one soaks, the other goes on.
        { action: 'wait', when: is('wait'), gate: notIn, reason: 'soaks', yields: true },
        { action: 'clicked', when: is('clicked'), gate: notIn, reason: 'tabs', turn: stepped('clicked') },
        {
          action: 'wiped',
          when: is('wiped'),
          gate: notIn,
          reason: 'nothing-on-it',
          caution: 'spirit',
          turn: stepped('wiped'),
        },
        {
          action: 'clicked',
          when: is('binds'),
          gate: notIn,
          reason: 'binds',
          caution: 'never-snap',
          turn: stepped('clicked'),
        },
        {
          action: 'even',
          when: is('even'),
          gate: { code: 'face-uneven', soft: false },
          reason: 'uneven',
          caution: 'never-snap',
          // The nuts that lag are brought up to the one that leads.
          turn: round('on', ({ state }) => state.on.lagging),
        },
        {
          action: 'draw',
          when: is('draw'),
          gate: notIn,
          reason: 'in-turn',
          caution: 'never-snap',
          turn: round(
            'on',
            same(({ state }) => state.on),
          ),
        },
        {
          action: 'bolts',
          when: is('bolts'),
          gate: { code: 'bolts-open-at', soft: true },
          reason: 'book',
          turn: tightenBolt,
        },
        {
          action: 'air',
          when: is('air'),
          gate: { code: 'air-not-tried', soft: true },
          reason: ({ state }) => (state.offPressure ? 'off-pressure' : 'before-filled'),
          caution: 'low-air-only',
          turn: airOn,
          onward: true,
        },
        {
          action: 'wait-air',
          when: is('wait-air'),
          gate: { code: 'air-not-tried', soft: true },
          reason: 'stands',
          caution: 'low-air-only',
          yields: true,
        },
        {
          action: 'air-end',
          when: is('air-end'),
          gate: { code: 'air-not-tried', soft: true },
          reason: 'stood',
          caution: 'low-air-only',
          turn: airEnd,
          onward: true,
        },
        {
          action: 'again',
          when: is('again'),
          gate: { code: 'air-lost', soft: false },
          reason: ({ state }) => (state.offPressure ? 'off-pressure' : 'leaks'),
          caution: 'low-air-only',
          turn: airOn,
        },
        {
          action: 'off-again',
          when: is('off-again'),
          gate: { code: 'air-lost', soft: false },
          reason: 'leaks-still',
          caution: 'evenly-off',
          turn: stepped('ring-out'),
        },
      ],
      boltTurns,
    ),
  ],
  next: {
    action: 'next-place',
    reason: 'next',
    figures: (s, { place }) => ({ name: padsOf(s).find((p) => p.place === place)?.of.name ?? '' }),
  },
  closes: () => ({ reason: 'all-in' }),
})

/** A carbon under oil, and air that stands. */
export function clocks(snapshot: Snapshot): Clock[] {
  return padsOf(snapshot).flatMap((pad): Clock[] => {
    const { soakAt, soakedAt, has, airOn: on, airDueAt } = readFace(snapshot, pad)
    const of = { name: pad.of.name, stage: 'face-seal' as const, cylinder: null, place: pad.place }
    if (on && airDueAt)
      return [{ id: `air-${on.id}`, code: 'air', ...of, fromAt: on.at, dueAt: airDueAt, ends: 'ready' }]
    if (!soakAt || !soakedAt || has('clicked')) return []
    return [{ id: `soak-${pad.place}-${soakAt}`, code: 'soak', ...of, fromAt: soakAt, dueAt: soakedAt, ends: 'ready' }]
  })
}
