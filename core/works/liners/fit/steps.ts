import { inBore } from '../../../job/tally'
import type { Said } from '../../../job/ask'
import { isClosed, routeStages } from '../../../job/route'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { turnBetweenDeg } from '../../../measure/angle'
import { deckPlaces } from '../deck-places'
import { fittingAt, pilotMm, pressProblem, readFitting, sealProblem, swellLeftMs, type RingFit } from '../read-fitting'

const says = {
  actions: [
    'plug-out',
    'ring-on',
    'wet',
    'band-on',
    'band-late',
    'press',
    'turn',
    'pilot',
    'next-cylinder',
    'close-stage',
    'done',
    'stop',
  ],
  told: ['out-again'],
  reasons: [
    'dry-first',
    'still-in',
    'ring-not-on',
    'never-dry',
    'clock-runs',
    'clock-running',
    'swollen',
    'band-waits',
    'rings-on',
    'clock-out',
    'pin-stops',
    'pin-proves',
    'band-runs',
    'next',
    'all-in',
    'closed',
  ],
  cautions: ['ring', 'press', 'press-heavy', 'fingers', 'seals-cost'],
  gates: ['plug-in', 'ring-missing', 'not-pressed', 'clock-out', 'pilot-not-tried'],
  orders: [
    'fit-not-open',
    'ring-order',
    'already-on',
    'wet-first',
    'wrong-lubricant',
    'rings-missing',
    'band-late',
    'already-in',
    'no-such-groove',
    'press-first',
  ],
} as const
const { part, whole, logic } = stageSteps('fit', says)
const HEAVY_KG = 20

/** The dry fit comes before any seal, where it is on the route: a liner pulled again costs its seals. */
const dryOpen = (snapshot: Snapshot) => routeStages(snapshot).includes('trial-fit') && !isClosed(snapshot, 'trial-fit')
const before = whole(dryOpen).of([
  {
    action: 'stop',
    when: ({ state }) => state,
    gate: { code: 'earlier-open', soft: false },
    reason: 'dry-first',
    caution: 'seals-cost',
  },
])

/** A wetted band waits for nobody: its liner comes first, whichever is in hand. */
const bands = part({
  places: (s) => {
    const dueOf = (rings: RingFit[]) => rings.find((r) => r.dueAt !== null)?.dueAt ?? null
    const wet = readFitting(s).flatMap((f) => {
      const due = f.press ? null : dueOf(f.rings)
      return due === null ? [] : [{ cylinder: f.cylinder, place: null, due }]
    })
    return wet.sort((a, b) => Date.parse(a.due) - Date.parse(b.due)).slice(0, 1)
  },
  read: () => null,
}).of([
  {
    action: 'next-cylinder',
    when: ({ hand, spot }) => hand?.cylinder !== spot.cylinder,
    gate: { code: 'not-pressed', soft: false },
    reason: 'band-runs',
    next: 'band-runs',
  },
])

const liners = part({
  places: deckPlaces,
  round: true,
  read: (snapshot, { cylinder }) => fittingAt(snapshot, cylinder),
})
type Here = Parameters<Parameters<typeof liners.of>[0][number]['when']>[0]
/** The ring that is next: those that swell last of all. */
const nextRing = ({ state: { rings } }: Here): RingFit | null => {
  const open = rings.filter((r) => r.state !== 'on')
  return open.find((r) => r.seal.swellMinutes === null) ?? open[0] ?? null
}
const ringFigures = (here: Here) => {
  const { groove, seal } = nextRing(here)!
  return {
    groove,
    place: seal.place,
    material: seal.material,
    colour: seal.colour,
    lubricant: { word: `lubricant.${seal.lubricant}` },
    n: groove + 1,
    of: here.state.rings.length,
    minutes: seal.swellMinutes,
  }
}
const isIn = ({ state }: Here) => state.press !== null
/** A wetted band whose time is over; null where none is. */
const swollen = ({ state, nowMs }: Here): RingFit | null => {
  const left = swellLeftMs(state, nowMs)
  return left !== null && left < 0 ? state.rings.find((r) => r.dueAt !== null)! : null
}
const notOpen = ({ snapshot }: Here) => dryOpen(snapshot)

const stopperIn = ({ snapshot, spot }: Here) => inBore(snapshot, spot.cylinder)
const ring = (step: 'wetted' | 'on') =>
  liners.turn({
    entry: 'fit-seal',
    fields: {
      groove: (h) => nextRing(h)!.groove,
      step: () => step,
      lubricant: (h) => nextRing(h)!.seal.lubricant,
    },
    after: { 'fit-not-open': notOpen },
    refuses: ({ snapshot, spot, nowMs }, act) =>
      sealProblem(snapshot, spot.cylinder, act.groove, act.step, act.lubricant, nowMs),
  })
const [wet, on] = [ring('wetted'), ring('on')]
const clockOf = ({ snapshot }: Here) => snapshot.sheet.liner?.clockDeg ?? null
const press = liners.turn({
  entry: 'press-liner',
  fields: {
    atDeg: {
      figures: (h) => ({ want: clockOf(h) ?? 0, tolerance: h.snapshot.sheet.liner?.clockTolDeg ?? 0 }),
      when: (h) => clockOf(h) !== null,
      needed: (h) => clockOf(h) !== null,
      about: (h) => clockOf(h),
    },
    peakNm: {},
    words: { usual: '' },
  },
  after: { 'fit-not-open': notOpen },
  refuses: ({ snapshot, spot, nowMs }) => pressProblem(snapshot, spot.cylinder, nowMs),
  said: (h, { atDeg }): Said => {
    const wantDeg = clockOf(h)
    if (atDeg == null || wantDeg === null) return { verdicts: {}, lines: [] }
    const off = turnBetweenDeg(atDeg, wantDeg)
    const out = off > (h.snapshot.sheet.liner?.clockTolDeg ?? 0) + 1e-9
    return {
      verdicts: { atDeg: out ? 'out' : 'in' },
      lines: out ? [{ word: 'off', figures: { off: Math.round(off) }, verdict: 'out' }] : [],
    }
  },
})
const pilot = liners.turn({
  entry: 'try-pilot',
  fields: { drops: { figures: ({ snapshot }) => ({ pinMm: pilotMm(snapshot) ?? 0 }) } },
  after: { 'press-first': ({ state }) => state.press === null },
})

/** Seals on, liners pressed in: they wait for the dry fit, where there is one on the route. */
export const fit = logic({
  alone: true,
  parts: [
    before,
    bands,
    liners.of([
      {
        action: 'out-again',
        when: ({ state }) => state.press !== null && state.rings.some((r) => r.state !== 'on'),
        gate: { code: 'ring-missing', soft: false },
        reason: 'ring-not-on',
        caution: 'seals-cost',
        figures: ({ state }) => ({ place: state.rings.find((r) => r.state !== 'on')!.seal.place }),
      },
      {
        action: 'turn',
        when: ({ state }) => state.press !== null && state.clock === 'out',
        gate: { code: 'clock-out', soft: true },
        reason: ({ state }) => (state.pilot === false ? 'pin-stops' : 'clock-out'),
        caution: 'fingers',
        figures: ({ snapshot, state }) => {
          const { clockDeg, clockTolDeg } = snapshot.sheet.liner!
          return { at: state.press!.atDeg!, want: clockDeg!, tolerance: clockTolDeg }
        },
        turn: press,
      },
      {
        action: 'pilot',
        when: ({ snapshot, state }) => state.press !== null && pilotMm(snapshot) !== null && state.pilot === null,
        gate: { code: 'pilot-not-tried', soft: true },
        reason: 'pin-proves',
        figures: ({ snapshot }) => ({ pinMm: pilotMm(snapshot)! }),
        turn: pilot,
      },
      {
        action: 'band-late',
        when: (h) => !isIn(h) && swollen(h) !== null,
        gate: { code: 'not-pressed', soft: false },
        reason: 'swollen',
        figures: (h) => {
          const { seal, groove } = swollen(h)!
          return { place: seal.place, groove, minutes: seal.swellMinutes! }
        },
      },
      {
        // What is forgotten under a liner is found by nobody.
        action: 'plug-out',
        when: (h) => !isIn(h) && stopperIn(h) !== null,
        gate: { code: 'plug-in', soft: false },
        reason: 'still-in',
        figures: (h) => {
          const { item, count } = stopperIn(h)!
          return { count, item: { word: `stopper.${item}` } }
        },
      },
      {
        action: 'ring-on',
        when: (h) => !isIn(h) && nextRing(h)?.seal.swellMinutes === null,
        gate: { code: 'ring-missing', soft: false },
        reason: 'never-dry',
        caution: 'ring',
        figures: ringFigures,
        turn: on,
      },
      {
        action: 'wet',
        when: (h) => !isIn(h) && nextRing(h)?.state === 'open',
        gate: { code: 'ring-missing', soft: false },
        reason: 'clock-runs',
        caution: 'ring',
        figures: ringFigures,
        turn: wet,
      },
      {
        action: 'band-on',
        when: (h) => !isIn(h) && nextRing(h)?.state === 'wetted',
        gate: { code: 'ring-missing', soft: false },
        reason: 'clock-running',
        caution: 'ring',
        figures: ringFigures,
        turn: on,
      },
      {
        action: 'press',
        when: (h) => !isIn(h),
        gate: { code: 'not-pressed', soft: false },
        reason: ({ state, nowMs }) => (swellLeftMs(state, nowMs) === null ? 'rings-on' : 'band-waits'),
        caution: ({ snapshot }) => ((snapshot.sheet.liner?.massKg ?? 0) >= HEAVY_KG ? 'press-heavy' : 'press'),
        figures: ({ snapshot: { sheet } }) => ({
          want: sheet.liner?.clockDeg ?? null,
          holdDownNm: sheet.limits.holdDownNm,
          mass: sheet.liner?.massKg ?? 0,
        }),
        turn: press,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-in' }),
})
