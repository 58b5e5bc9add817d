import type { Said } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Clock } from '../../clock'
import { jointAt } from '../../fasteners/read-joint'
import { boltTurns, isOpen, tightenBolt } from '../../fasteners/turns'
import { judgeWithin } from '../../../measure/verdict'
import { fits, readFit, sleeveFit } from '../fit/read'
import { barrelsWith, nameAt, sectionOf, type BarrelSpot } from '../read-barrels'
import { edgeStations, named } from '../parts'
import { readDrop } from './read'

const says = {
  actions: ['heat', 'drop', 'look', 'lap', 'pin', 'bolts', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'too-hot', 'sunk', 'flange-near', 'port'],
  heads: ['heat-again', 'look-again'],
  reasons: [
    'fit-first',
    'drops-in',
    'cooled',
    'stuck',
    'while-hot',
    'when-cold',
    'stands-proud',
    'stands-sunk',
    'stands-near',
    'in-stream',
    'no-heat-enough',
    'let-go',
    'book',
    'next',
    'none',
    'all-in',
    'closed',
  ],
  cautions: ['hot-metal', 'no-second-try', 'cold-first', 'locker'],
  gates: ['sleeve-not-home', 'flange-off', 'flange-unsure', 'port-in-stream', 'pin-not-in', 'studs-open'],
  orders: ['fit-first', 'too-hot', 'too-cold', 'not-hot', 'cooled', 'not-home'],
} as const
const { part, whole, first, logic } = stageSteps('barrel-sleeve', says)

const before = first((s) => sectionOf(s) !== null, 'stop', 'fit-first')

/** What brings the sleeve in with itself as cold as it will be; null where there is no fit yet. */
const pressOf = ({ of }: BarrelSpot, interferenceMm: number | null) =>
  interferenceMm === null ? null : sleeveFit(of, interferenceMm, of.sleeve.chillC ?? 20)

const barrels = part({
  places: (s) => barrelsWith(s, 'sleeve'),
  read: (snapshot, spot) => {
    const fit = readFit(snapshot, spot)
    return { ...readDrop(snapshot, spot), fit, press: pressOf(spot, fit.interferenceMm) }
  },
  elsewhere: 'fit-first',
  figures: ({ spot, state: { press, window, flange, fit } }) => {
    const { of } = spot
    return {
      name: spot.name,
      dropC: press ? Math.ceil(press.slipOnAtC) : null,
      maxC: of.oven.maxHeatC,
      chillC: of.sleeve.chillC,
      gapMm: of.oven.slipClearanceMm,
      massKg: of.oven.massKg,
      seconds: window?.secondsToSlip == null ? null : Math.floor(window.secondsToSlip),
      forceN: press?.pressForceN ?? null,
      mostMm: flange ? Math.max(...flange.edgesMm) : null,
      leastMm: flange ? Math.min(...flange.edgesMm) : null,
      proudMm: of.sleeve.proud.maxMm,
      sunkMm: of.sleeve.proud.minMm,
      pinMm: of.pin?.pinMm ?? null,
      depthMm: of.pin?.depthMm ?? null,
      looseC: fit.hot?.looseAtC == null ? null : Math.round(fit.hot.looseAtC),
    }
  },
})
type State = Parameters<NonNullable<Parameters<typeof barrels.of>[0][number]['when']>>[0]
const unfit = ({ state }: State) => !fits(state.fit)
const tooHot = ({ state: { home, press } }: State) => !home && press !== null && !press.withinHeatLimit
/** It was tried, or became too cold to drop in. */
const lost = ({ state: { drop, dropsUntilAt }, nowMs }: State) =>
  drop !== null || (dropsUntilAt !== null && Date.parse(dropsUntilAt) < nowMs)

const heat = barrels.turn({
  entry: 'barrel-hot',
  fields: {
    ambientC: { usual: () => 20 },
    sleeveC: { figures: named, usual: ({ spot }) => spot.of.sleeve.chillC ?? 20 },
    ovenC: { figures: named },
  },
  after: { 'fit-first': unfit },
  refuses: ({ spot, state }, { ovenC, ambientC, sleeveC }) => {
    if (ovenC > spot.of.oven.maxHeatC + 1e-9) return 'too-hot'
    const slipC = sleeveFit(spot.of, state.fit.interferenceMm!, sleeveC, ambientC)?.slipOnAtC ?? Infinity
    return ovenC < slipC - 1e-9 ? 'too-cold' : null
  },
  said: ({ spot, state }, { ovenC, ambientC = 20, sleeveC = 20 }) => {
    const { interferenceMm } = state.fit
    const slipC = interferenceMm === null ? null : sleeveFit(spot.of, interferenceMm, sleeveC, ambientC)?.slipOnAtC
    if (slipC == null) return { verdicts: {}, lines: [] }
    const verdict = (c: number) => (c <= spot.of.oven.maxHeatC && c >= slipC ? ('in' as const) : ('out' as const))
    return {
      verdicts: ovenC === undefined ? ({} as Said['verdicts']) : { ovenC: verdict(ovenC) },
      lines: [{ word: 'drops-from', figures: { dropC: Math.ceil(slipC), maxC: spot.of.oven.maxHeatC } }],
    }
  },
})
const drop = barrels.turn({
  entry: 'sleeve-drops',
  fields: { home: { figures: named } },
  after: { 'fit-first': unfit, 'not-hot': ({ state }) => state.dropsUntilAt === null },
  refuses: ({ state, nowMs }, { home }) => (Date.parse(state.dropsUntilAt!) < nowMs && home ? 'cooled' : null),
})
const atHome = { 'fit-first': unfit, 'not-home': ({ state }: State) => !state.home }
const look = barrels.turn({
  entry: 'flange-stands',
  fields: { edgesMm: { figures: named, each: () => edgeStations() }, portsClear: { figures: named } },
  after: atHome,
  said: ({ spot }, { edgesMm = [] }, { uncertaintyMm }) => {
    const verdicts = edgesMm.flatMap((mm, i) =>
      mm === undefined ? [] : [[`edgesMm.${i}`, judgeWithin(mm, spot.of.sleeve.proud, uncertaintyMm)] as const],
    )
    return { verdicts: Object.fromEntries(verdicts), lines: [] }
  },
})
const lap = barrels.turn({ entry: 'lap-top', fields: {}, after: atHome })
const pin = barrels.turn({ entry: 'pin-in', fields: {}, after: atHome })

const studs = whole((s) => ({
  bolts: barrelsWith(s, 'sleeve').length > 0 ? jointAt(s, sectionOf(s)?.joint, null) : null,
})).of(
  [
    {
      action: 'bolts',
      when: ({ state }) => isOpen(state),
      gate: { code: 'studs-open', soft: true },
      reason: 'book',
      caution: 'locker',
      turn: tightenBolt,
    },
  ],
  boltTurns,
)

/** Barrels from the oven's door. */
export function clocks(snapshot: Snapshot): Clock[] {
  return barrelsWith(snapshot, 'sleeve').flatMap((spot) => {
    const { hot, dropsUntilAt, drop } = readDrop(snapshot, spot)
    if (!hot || !dropsUntilAt || drop) return []
    const of = { name: spot.name, stage: 'barrel-sleeve' as const, cylinder: null, place: spot.place }
    return [{ id: `barrel-${hot.id}`, code: 'drop', ...of, fromAt: hot.at, dueAt: dropsUntilAt, ends: 'lost' }]
  })
}

/** Sleeves dropped into hot barrels, looked at cold, pinned, the studs back. */
export const barrelSleeve = logic({
  parts: [
    before,
    barrels.of([
      {
        // The limits changed, or what it was fitted by was struck out.
        action: 'stop',
        when: (h) => !h.state.home && unfit(h),
        gate: { code: 'sleeve-not-home', soft: false },
        reason: 'fit-first',
      },
      {
        action: 'too-hot',
        when: tooHot,
        gate: { code: 'sleeve-not-home', soft: false },
        reason: 'no-heat-enough',
      },
      {
        action: 'heat',
        when: (h) => !h.state.home && !tooHot(h) && lost(h),
        gate: { code: 'sleeve-not-home', soft: false },
        head: 'heat-again',
        reason: ({ state }) => (state.drop ? 'stuck' : 'cooled'),
        caution: 'hot-metal',
        turn: heat,
      },
      {
        action: 'heat',
        when: (h) => !h.state.home && !tooHot(h) && h.state.hot === null,
        gate: { code: 'sleeve-not-home', soft: false },
        reason: 'drops-in',
        caution: 'hot-metal',
        turn: heat,
      },
      {
        action: 'drop',
        when: (h) => !h.state.home && h.state.hot !== null && !lost(h),
        gate: { code: 'sleeve-not-home', soft: false },
        reason: 'while-hot',
        caution: 'no-second-try',
        turn: drop,
      },
      {
        action: 'look',
        when: ({ state }) => state.home && state.flange === null,
        gate: { code: 'flange-off', soft: true },
        reason: 'when-cold',
        caution: 'cold-first',
        turn: look,
      },
      {
        action: 'lap',
        when: ({ state }) => state.home && state.stands === 'proud',
        gate: { code: 'flange-off', soft: true },
        reason: 'stands-proud',
        turn: lap,
      },
      {
        action: 'pin',
        when: ({ state }) => state.fit.pinChosen === 'pin' && !state.pinned,
        gate: { code: 'pin-not-in', soft: false },
        reason: 'let-go',
        caution: 'locker',
        turn: pin,
      },
      {
        action: 'sunk',
        mended: 'flange-stands',
        when: ({ state }) => state.home && state.stands === 'sunk',
        gate: { code: 'flange-off', soft: true },
        reason: 'stands-sunk',
        doubt: true,
      },
      {
        action: 'flange-near',
        when: ({ state }) => state.home && state.stands === 'near',
        gate: { code: 'flange-unsure', soft: true },
        reason: 'stands-near',
        doubt: true,
      },
      {
        action: 'port',
        mended: 'flange-stands',
        when: ({ state }) => state.flange?.portsClear === false,
        gate: { code: 'port-in-stream', soft: true },
        reason: 'in-stream',
        doubt: true,
      },
    ]),
    studs,
  ],
  next: { action: 'next-place', reason: 'next', figures: (s, spot) => ({ name: nameAt(s, spot.place) }) },
  closes: (s) => ({ reason: barrelsWith(s, 'sleeve').length > 0 ? 'all-in' : 'none' }),
})
