import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { worstVerdict } from '../../../measure/verdict'
import type { Clock } from '../../clock'
import { endsOf, readPlace, sectionOf, treatmentOf, type EndSpot } from '../read-front'
import { readSeal, SAME_MM, type SealState } from '../read-seal'

const says = {
  actions: ['sheet-first', 'read-seal', 'other-seal', 'start', 'round', 'depth', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'sleeve'],
  heads: ['start-shifted', 'press-more', 'press-little', 'press-side', 'new-one'],
  reasons: [
    'no-section',
    'cover-first',
    'look-alikes',
    'outside-wrong',
    'inside-wrong',
    'as-sheet',
    'as-usual',
    'no-clean-track',
    'evenly',
    'quarter',
    'square',
    'short',
    'leans',
    'too-deep',
    'next',
    'all-in',
    'resting',
    'closed',
  ],
  cautions: ['taper', 'one-chance', 'lip-track'],
  gates: ['no-clean-shaft', 'wrong-seal', 'seal-not-in', 'seal-depth-out'],
  orders: ['wrong-seal', 'not-started'],
} as const
const { part, first, logic } = stageSteps('seal-in', says)

const seals = part({
  places: endsOf,
  read: readSeal,
  figures: ({ spot, state }) => {
    const { lip, outside } = treatmentOf(spot)
    return {
      end: { word: `front.end.${spot.place}` },
      outerMm: spot.of.seal.outerMm,
      innerMm: spot.of.seal.innerMm,
      readOuterMm: state.seal?.outerMm ?? null,
      readInnerMm: state.seal?.innerMm ?? null,
      targetMm: state.targetMm,
      lip: { word: `front.lip.${lip}` },
      outside: { word: `front.outside.${outside}` },
      turns: state.turnsNow === null ? null : Math.round(state.turnsNow * 100) / 100,
      roundsLeft: state.plan?.rounds ?? 0,
      depthMm: state.plane?.centreMm ?? null,
      leanMm: state.plane?.tiltMm ?? null,
      maxLeanMm: spot.of.maxLeanMm,
      highAtDeg: state.plane?.highAtDeg ?? null,
    }
  },
})
type H = Here<EndSpot, SealState>
const end = ({ spot }: H) => ({ end: { word: `front.end.${spot.place}` } })
const noted = seals.turn({
  entry: 'note-seal',
  fields: {
    outerMm: { figures: end, about: ({ spot }) => spot.of.seal.outerMm },
    innerMm: { figures: end, about: ({ spot }) => spot.of.seal.innerMm },
  },
  said: ({ spot }, sofar) => ({
    verdicts: Object.fromEntries(
      (['outerMm', 'innerMm'] as const).flatMap((key) => {
        const mm = sofar[key]
        if (mm === undefined) return []
        return [[key, Math.abs(mm - spot.of.seal[key]) > SAME_MM ? ('out' as const) : ('in' as const)]]
      }),
    ),
    lines: [],
  }),
})
const started = seals.turn({
  entry: 'start-seal',
  fields: {
    lip: { words: 'front.lip', figures: end, offered: ({ spot }) => treatmentOf(spot).lip },
    outside: { words: 'front.outside', figures: end, offered: ({ spot }) => treatmentOf(spot).outside },
  },
  after: { 'wrong-seal': ({ state }) => state.fit !== 'right' },
})
const pressed = seals.turn({
  entry: 'press-round',
  fields: { turns: ({ state }) => state.turnsNow ?? 0.25 },
  after: { 'not-started': ({ state }) => state.started === null },
})
const measured = seals.turn({
  entry: 'seal-depth',
  fields: {
    edgesMm: { each: () => [12, 3, 6, 9].map((hour) => ({ figures: { hour: String(hour) }, spot: `hour-${hour}` })) },
  },
  judged: ({ state: { verdict, lean } }) => {
    if (verdict === null || lean === null) return null
    return verdict === 'too-deep' ? 'out' : worstVerdict([verdict, lean])
  },
})

const notIn = { code: 'seal-not-in', soft: false } as const
const depthOut = { code: 'seal-depth-out', soft: true } as const
const clean = ({ state }: H) => state.targetMm !== null
const going = (h: H) => clean(h) && h.state.fit === 'right' && h.state.started !== null
const home = (h: H) => going(h) && h.state.depth !== null
/** Seals in: the right one, as the sheet treats it, pressed evenly to clean shaft, square, once. */
export const sealIn = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'cover-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    seals.of([
      {
        action: 'sleeve',
        when: (h) => !clean(h),
        gate: { code: 'no-clean-shaft', soft: true },
        reason: 'no-clean-track',
        caution: 'lip-track',
      },
      {
        action: 'read-seal',
        when: ({ state }) => state.seal === null,
        gate: notIn,
        reason: 'look-alikes',
        turn: noted,
      },
      {
        action: 'other-seal',
        when: ({ state }) => state.fit !== null && state.fit !== 'right',
        gate: { code: 'wrong-seal', soft: false },
        reason: ({ state }) => (state.fit === 'outside-wrong' ? 'outside-wrong' : 'inside-wrong'),
        turn: noted,
      },
      {
        action: 'start',
        when: ({ state }) => state.fit === 'right' && state.started === null,
        gate: notIn,
        head: ({ snapshot, spot }) => (readPlace(snapshot, spot).reason === 'shifted' ? 'start-shifted' : 'start'),
        reason: ({ spot }) => (treatmentOf(spot).ofSheet ? 'as-sheet' : 'as-usual'),
        caution: 'taper',
        turn: started,
      },
      {
        action: 'round',
        when: (h) => going(h) && h.state.depth === null && h.state.turnsNow !== null,
        gate: notIn,
        reason: ({ state, spot }) => (state.turnsNow! < spot.of.press.stepTurns - 1e-9 ? 'quarter' : 'evenly'),
        caution: 'one-chance',
        turn: pressed,
      },
      {
        action: 'depth',
        when: (h) => going(h) && h.state.depth === null && h.state.turnsNow === null,
        gate: notIn,
        reason: 'square',
        turn: measured,
      },
      {
        action: 'other-seal',
        when: (h) => home(h) && h.state.verdict === 'too-deep',
        gate: depthOut,
        head: 'new-one',
        reason: 'too-deep',
        turn: noted,
      },
      {
        action: 'depth',
        when: (h) => home(h) && h.state.verdict !== 'too-deep' && h.state.lean === 'out',
        gate: depthOut,
        head: 'press-side',
        reason: 'leans',
        turn: measured,
      },
      {
        action: 'round',
        when: (h) => home(h) && h.state.verdict === 'out' && h.state.lean !== 'out',
        gate: depthOut,
        head: ({ state }) => (state.turnsNow === null ? 'press-little' : 'press-more'),
        reason: 'short',
        caution: 'one-chance',
        turn: pressed,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: (_, { place }) => ({ end: { word: `front.end.${place}` } }) },
  closes: (s, nowMs) => ({ reason: clocks(s).some((c) => Date.parse(c.dueAt) > nowMs) ? 'resting' : 'all-in' }),
})

/** A dry lip at rest. */
export function clocks(snapshot: Snapshot): Clock[] {
  return endsOf(snapshot).flatMap((end) => {
    const { depth, restedAt } = readSeal(snapshot, end)
    if (!depth || !restedAt) return []
    const of = { name: '', stage: 'seal-in' as const, cylinder: null, place: end.place }
    return [{ id: `rest-${depth.id}`, code: 'rest', ...of, fromAt: depth.at, dueAt: restedAt, ends: 'ready' }]
  })
}
