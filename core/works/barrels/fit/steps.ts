import { stageSteps } from '../../../job/step'
import { mean } from '../../../measure/mean'
import { ofBoth } from '../../../measure/verdict'
import { barrelsWith, boreAt20, nameAt, sectionOf, type BarrelSpot } from '../read-barrels'
import { edgeStations, named } from '../parts'
import { fits, readFit, stands, standsVerdict, type FitState } from './read'

const says = {
  actions: ['sleeve', 'bore', 'ring', 'pin', 'ports', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'fit-near', 'turns-hot'],
  heads: ['first-bore', 'other-sleeve', 'ring-deeper', 'thicker-flange', 'trust'],
  reasons: [
    'measure-first',
    'as-it-is',
    'before-cut',
    'to-fit',
    'loose',
    'too-loose',
    'near',
    'yields',
    'flange',
    'shallow',
    'deep',
    'lets-go',
    'holds-hot',
    'breaks-out',
    'no-pin',
    'neither-holds',
    'before-hot',
    'next',
    'none',
    'all-fit',
    'closed',
  ],
  cautions: ['bore-chips', 'no-run-out', 'measure-cold'],
  gates: ['sleeve-not-fitted', 'fit-unsure', 'ring-off', 'pin-undecided', 'lets-go-hot', 'ports-unmarked'],
  orders: ['no-sleeve-here', 'sleeve-first', 'pin-breaks-out'],
} as const
const { part, first, logic } = stageSteps('barrel-fit', says)

const before = first((s) => sectionOf(s) !== null, 'stop', 'measure-first')

/** A pin that would break out, in a fit that lets go: only more grip helps. */
const unpinnable = ({ hot, pin }: FitState) => hot?.verdict === 'loose' && pin?.verdict !== 'sound'
/** How deep the seat of the flange is to be, mm: its flange then stands in the middle of its window. */
const ringMm = ({ of: { sleeve } }: BarrelSpot, state: FitState) =>
  (state.sleeve?.flangeMm ?? sleeve.flangeMm) - (sleeve.proud.minMm + sleeve.proud.maxMm) / 2

const barrels = part({
  places: (s) => barrelsWith(s, 'sleeve'),
  read: readFit,
  elsewhere: 'no-sleeve-here',
  figures: ({ spot, state }) => {
    const { sleeve, barrel, pin } = spot.of
    return {
      name: spot.name,
      sleeveMm: sleeve.outerMm,
      nowMm: state.boreNowMm,
      toMm: state.boreToMm,
      cutMm: state.cutMm,
      nextMm: state.boreNowMm !== null && state.cutMm !== null ? state.boreNowMm + state.cutMm : null,
      cuts: state.cutsLeft,
      interferenceMm: state.interferenceMm,
      minMm: sleeve.interference.minMm,
      maxMm: sleeve.interference.maxMm,
      ringMm: ringMm(spot, state),
      standsMm: state.standsMm,
      runsC: barrel.runsC,
      looseC: state.hot?.looseAtC == null ? null : Math.round(state.hot.looseAtC),
      leftMm: state.pin?.barrelLeftMm ?? null,
      pinMm: pin?.pinMm ?? null,
      depthMm: pin?.depthMm ?? null,
    }
  },
})

const measureSleeve = barrels.turn({
  entry: 'measure-sleeve',
  fields: {
    outerMm: {
      figures: named,
      each: ({ spot }) => [1, 2].map((n) => ({ figures: { n }, spot: `outer-${n}`, about: spot.of.sleeve.outerMm })),
    },
    innerMm: { figures: named, about: ({ spot }) => spot.of.sleeve.innerMm },
    flangeMm: { figures: named, about: ({ spot }) => spot.of.sleeve.flangeMm },
  },
})
const boreBarrel = barrels.turn({
  entry: 'bore-barrel',
  fields: {
    partC: { figures: named },
    boreMm: {
      figures: named,
      each: ({ spot }) => [1, 2].map((n) => ({ figures: { n }, spot: `bore-${n}`, about: spot.of.barrel.boreMm })),
    },
  },
  after: { 'sleeve-first': ({ state }) => state.sleeve === null },
  // On the way there it is neither in nor out.
  judged: ({ state: { verdict, cutsLeft } }) => {
    if (verdict === null || cutsLeft > 0) return null
    return verdict === 'in' ? 'in' : verdict === 'near' ? 'unsure' : 'out'
  },
  said: ({ spot, state }, { partC, boreMm = [] }) => {
    const [a, b] = boreMm
    if (!state.sleeve || partC === undefined || a === undefined || b === undefined) return { verdicts: {}, lines: [] }
    const interferenceMm =
      mean(state.sleeve.outerMm) - boreAt20({ boreMm: [a, b], partC }, spot.of.barrel.expansionPerC)
    return { verdicts: {}, lines: [{ word: 'interference', figures: { interferenceMm } }] }
  },
})
const cutRing = barrels.turn({
  entry: 'cut-seat-ring',
  fields: { edgesMm: { figures: named, each: ({ spot, state }) => edgeStations(ringMm(spot, state)) } },
  after: { 'sleeve-first': ({ state }) => state.sleeve === null },
  said: ({ spot, state }, { edgesMm = [] }, by) => {
    const flangeMm = state.sleeve?.flangeMm ?? spot.of.sleeve.flangeMm
    const verdicts = edgesMm.flatMap((mm, i) =>
      mm === undefined
        ? []
        : [[`edgesMm.${i}`, stands(standsVerdict(spot.of, flangeMm - mm, ofBoth(state.sleeve, by)))] as const],
    )
    return { verdicts: Object.fromEntries(verdicts), lines: [] }
  },
})
const choosePin = barrels.turn({
  entry: 'choose-pin',
  fields: {
    school: {
      figures: named,
      words: 'barrel.pin-school',
      options: ({ state }) => (state.pin?.verdict === 'sound' ? ['pin', 'trust'] : ['trust']),
      offered: ({ state }) => (state.pinAsked === 'pin' && state.pin?.verdict === 'sound' ? 'pin' : 'trust'),
    },
  },
  refuses: ({ state }, { school }) => (school === 'pin' && state.pin?.verdict !== 'sound' ? 'pin-breaks-out' : null),
})
const markPorts = barrels.turn({ entry: 'mark-ports', fields: {} })

/** Sleeves measured, their barrels bored to the fit, the seat of the flange, pin or trust, marks at the ports. */
export const barrelFit = logic({
  parts: [
    before,
    barrels.of([
      {
        action: 'sleeve',
        when: ({ state }) => state.sleeve === null,
        gate: { code: 'sleeve-not-fitted', soft: false },
        reason: 'as-it-is',
        caution: 'measure-cold',
        turn: measureSleeve,
      },
      {
        action: 'bore',
        when: ({ state }) => state.sleeve !== null && state.boreNowMm === null,
        gate: { code: 'sleeve-not-fitted', soft: false },
        head: 'first-bore',
        reason: 'before-cut',
        caution: 'measure-cold',
        turn: boreBarrel,
      },
      {
        action: 'bore',
        when: ({ state }) => !fits(state) && state.cutMm !== null,
        gate: { code: 'sleeve-not-fitted', soft: false },
        reason: 'to-fit',
        caution: 'bore-chips',
        turn: boreBarrel,
      },
      {
        action: 'sleeve',
        when: ({ state }) => state.sleeve !== null && state.boreNowMm !== null && !fits(state) && state.cutMm === null,
        gate: { code: 'sleeve-not-fitted', soft: false },
        head: 'other-sleeve',
        reason: ({ state: { verdict } }) => (verdict === 'yields' || verdict === 'loose' ? verdict : 'too-loose'),
        turn: measureSleeve,
      },
      {
        action: 'ring',
        when: ({ state }) => fits(state) && state.ring === null,
        gate: { code: 'ring-off', soft: true },
        reason: 'flange',
        caution: 'no-run-out',
        turn: cutRing,
      },
      {
        action: 'ring',
        when: ({ state }) => fits(state) && state.ringVerdict === 'shallow',
        gate: { code: 'ring-off', soft: true },
        head: 'ring-deeper',
        reason: 'shallow',
        caution: 'no-run-out',
        turn: cutRing,
      },
      {
        action: 'sleeve',
        when: ({ state }) => fits(state) && state.ringVerdict === 'deep',
        gate: { code: 'ring-off', soft: true },
        head: 'thicker-flange',
        reason: 'deep',
        turn: measureSleeve,
      },
      {
        action: 'pin',
        when: ({ state }) => fits(state) && state.pinChosen === null,
        gate: { code: 'pin-undecided', soft: false },
        head: ({ state }) => (state.pinAsked === 'pin' && !unpinnable(state) ? undefined : 'trust'),
        reason: ({ state }) => {
          if (unpinnable(state)) return state.pin ? 'breaks-out' : 'no-pin'
          return state.pinAsked === 'pin' ? 'lets-go' : 'holds-hot'
        },
        turn: choosePin,
      },
      {
        action: 'ports',
        when: ({ state }) => !state.marked,
        gate: { code: 'ports-unmarked', soft: false },
        reason: 'before-hot',
        turn: markPorts,
      },
      {
        action: 'fit-near',
        when: ({ state }) => state.verdict === 'near' && state.cutMm === null,
        gate: { code: 'fit-unsure', soft: true },
        reason: 'near',
        doubt: true,
      },
      {
        // Neither a pin nor a fit that holds.
        action: 'turns-hot',
        when: ({ state }) => state.hot?.verdict === 'loose' && state.pinChosen === 'trust',
        gate: { code: 'lets-go-hot', soft: true },
        reason: 'neither-holds',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: (s, spot) => ({ name: nameAt(s, spot.place) }) },
  closes: (s) => ({ reason: barrelsWith(s, 'sleeve').length > 0 ? 'all-fit' : 'none' }),
})
