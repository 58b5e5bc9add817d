import type { Said } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import { clearanceSchools, stockSchools } from '../kinds'
import { barrelsWith, boreAt20, coldMm, nameAt, sectionOf, type BarrelSpot } from '../read-barrels'
import { gaugedSet, named } from '../parts'
import { readBore, wallExpansionPerC, type BoreState } from './read'

const says = {
  actions: ['plan', 'read', 'cut', 'plate', 'hone', 'finish', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'too-large', 'marks'],
  heads: ['cut-last', 'hone-last', 'finish-again'],
  reasons: [
    'sleeve-first',
    'both-schools',
    'as-it-is',
    'to-bore',
    'by-stone',
    'near',
    'under-load',
    'by-three',
    'too-large',
    'marks-stay',
    'small',
    'tapered',
    'next',
    'none',
    'all-finished',
    'closed',
  ],
  cautions: ['plate-torque', 'measure-cold', 'stone-oil', 'bore-chips'],
  gates: ['bore-not-finished', 'bore-too-large', 'marks-left', 'bore-off'],
  orders: ['not-bored-here', 'measure-first', 'plate-first'],
} as const
const { part, first, logic } = stageSteps('barrel-bore', says)

const before = first(
  (s) => sectionOf(s) !== null,
  'stop',
  'sleeve-first',
  (open) => ({ open: { word: `stage.${open}` } }),
)

const barrels = part({
  places: (s) => barrelsWith(s, 'sleeve', 'oversize'),
  read: readBore,
  elsewhere: 'not-bored-here',
  figures: ({ spot, state }) => {
    const { bore, hot, honeLeftMm: leftMm } = state
    const { finish } = spot.of
    const honeMm = leftMm === null ? null : Math.min(leftMm, finish.stoneMm)
    return {
      name: spot.name,
      clearance: { word: `barrel.clearance.${state.clearance}` },
      stock: { word: `barrel.stock.${state.stock}` },
      asksClearance: { word: `barrel.clearance.${state.asks.clearance}` },
      asksStock: { word: `barrel.stock.${state.asks.stock}` },
      hotMm: hot?.hotMm ?? null,
      hotMinMm: spot.of.piston.hotMinMm,
      nowMm: state.boreNowMm,
      finishMm: bore?.finishMm ?? null,
      boreToMm: bore?.boreToMm ?? null,
      cutMm: state.cutMm,
      nextMm: state.boreNowMm === null ? null : state.boreNowMm + state.cutMm,
      cuts: bore?.boringCuts ?? 0,
      leftMm,
      honeMm,
      honeToMm: state.boreNowMm !== null && honeMm !== null ? state.boreNowMm + honeMm : null,
      rpm: bore ? Math.round(bore.rpmForWanted) : null,
      strokes: finish.strokesPerMinute,
      crosshatch: finish.crosshatchDeg,
      largestMm: state.judged?.largestMm ?? null,
      smallestMm: state.judged?.smallestMm ?? null,
      taperMm: state.judged?.taperMm ?? null,
      roundMm: state.judged?.outOfRoundMm ?? null,
      overMm: leftMm === null ? null : -leftMm,
      tolMm: finish.finishTolMm,
    }
  },
})
type H = Here<BarrelSpot, BoreState>
/** A bore on its way: planned, measured, not yet finished, not past its size. */
const under = ({ state, spot }: H) =>
  state.plan !== null &&
  state.bore !== null &&
  state.finished === null &&
  state.honeLeftMm! >= -spot.of.finish.finishTolMm
const tooLarge = ({ state, spot }: H) =>
  state.sizeVerdict === 'large' ||
  (state.finished === null && state.honeLeftMm !== null && state.honeLeftMm < -spot.of.finish.finishTolMm)
const toBore = ({ state }: H) => state.bore?.verdict === 'bore-then-hone' && state.cutMm > 0
const toHone = (h: H) => !toBore(h) && h.state.honeLeftMm! > h.spot.of.finish.finishTolMm

const two = ({ spot, state }: H) =>
  [1, 2].map((n) => ({ figures: { n }, spot: `bore-${n}`, about: state.boreNowMm ?? spot.of.barrel.boreMm }))
/** What is left to the finished size, once both places are read. */
function leftSofar(
  { snapshot, spot, state }: H,
  { partC, boreMm = [] }: { partC?: number; boreMm?: readonly (number | undefined)[] },
): Said {
  const [a, b] = boreMm
  if (partC === undefined || a === undefined || b === undefined || !state.bore) return { verdicts: {}, lines: [] }
  const nowMm = boreAt20({ boreMm: [a, b], partC }, wallExpansionPerC(snapshot, spot))
  const leftMm = state.bore.finishMm - nowMm
  const out = leftMm < -spot.of.finish.finishTolMm
  return {
    verdicts: {},
    lines: [
      out
        ? { word: 'over', figures: { overMm: -leftMm }, verdict: 'out' as const }
        : { word: 'left', figures: { leftMm } },
    ],
  }
}
const plan = barrels.turn({
  entry: 'plan-bore',
  fields: {
    clearance: {
      figures: named,
      words: 'barrel.clearance',
      options: () => clearanceSchools,
      offered: ({ state }) => state.asks.clearance,
    },
    stock: {
      figures: named,
      words: 'barrel.stock',
      options: () => stockSchools,
      offered: ({ state }) => state.asks.stock,
    },
  },
})
const boreFields = { partC: { figures: named }, boreMm: { figures: named, each: two } }
const cut = barrels.turn({ entry: 'bore-cut', fields: boreFields, said: leftSofar })
const plateOn = barrels.turn({ entry: 'plate-on', fields: {} })
const hone = barrels.turn({
  entry: 'hone-step',
  fields: boreFields,
  said: leftSofar,
  after: { 'plate-first': ({ state }) => state.plateOff, 'measure-first': ({ state }) => state.bore === null },
})
const finish = barrels.turn({
  entry: 'finish-bore',
  fields: {
    ...gaugedSet<H>(({ state, spot }) => state.boreNowMm ?? spot.of.barrel.boreMm),
    marksLeft: { figures: named },
    crosshatchDeg: { figures: named },
  },
  after: { 'measure-first': ({ state }) => state.bore === null },
  said: ({ snapshot, spot, state }, { partC, levels = [] }, by) => {
    const { bore } = state
    if (partC === undefined || !bore) return { verdicts: {}, lines: [] }
    const { finishTolMm } = spot.of.finish
    const verdictOf = (mm: number) => {
      const offMm = coldMm(mm, partC, wallExpansionPerC(snapshot, spot)) - bore.finishMm
      if (offMm > finishTolMm + by.uncertaintyMm || offMm < -finishTolMm - by.uncertaintyMm) return 'out' as const
      return Math.abs(offMm) > finishTolMm - by.uncertaintyMm ? ('unsure' as const) : ('in' as const)
    }
    const verdicts = levels.flatMap((level, i) =>
      (['thrustMm', 'alongMm'] as const).flatMap((way) => {
        const mm = level?.[way]
        return mm === undefined ? [] : [[`levels.${i}.${way}`, verdictOf(mm)] as const]
      }),
    )
    return { verdicts: Object.fromEntries(verdicts), lines: [] }
  },
})

/** Barrels bored and honed to their pistons. */
export const barrelBore = logic({
  parts: [
    before,
    barrels.of([
      {
        action: 'plan',
        when: ({ state }) => state.plan === null,
        gate: { code: 'bore-not-finished', soft: false },
        reason: 'both-schools',
        turn: plan,
      },
      {
        action: 'read',
        when: ({ state }) => state.plan !== null && state.bore === null,
        gate: { code: 'bore-not-finished', soft: false },
        reason: 'as-it-is',
        caution: 'measure-cold',
        turn: cut,
      },
      {
        action: 'cut',
        when: (h) => under(h) && toBore(h),
        gate: { code: 'bore-not-finished', soft: false },
        head: ({ state: { bore } }) =>
          bore!.boringCuts === 1 && bore!.lastCutMm !== undefined ? 'cut-last' : undefined,
        reason: 'to-bore',
        caution: 'bore-chips',
        turn: cut,
      },
      {
        action: 'plate',
        when: (h) => ((under(h) && toHone(h)) || h.state.sizeVerdict === 'small') && h.state.plateOff,
        gate: { code: 'bore-not-finished', soft: false },
        reason: 'under-load',
        caution: 'plate-torque',
        turn: plateOn,
      },
      {
        action: 'hone',
        when: (h) => under(h) && toHone(h),
        gate: { code: 'bore-not-finished', soft: false },
        head: ({ state, spot }) => (state.honeLeftMm! <= spot.of.finish.stoneMm ? 'hone-last' : undefined),
        reason: ({ state, spot }) => (state.honeLeftMm! <= spot.of.finish.stoneMm ? 'near' : 'by-stone'),
        caution: 'stone-oil',
        turn: hone,
      },
      {
        action: 'finish',
        when: (h) => under(h) && !toBore(h) && !toHone(h),
        gate: { code: 'bore-not-finished', soft: false },
        reason: 'by-three',
        caution: 'measure-cold',
        turn: finish,
      },
      {
        action: 'hone',
        when: ({ state }) => state.sizeVerdict === 'small',
        gate: { code: 'bore-off', soft: true },
        head: 'hone-last',
        reason: 'small',
        caution: 'stone-oil',
        turn: hone,
      },
      {
        action: 'finish',
        when: ({ state: { sizeVerdict, judged } }) =>
          sizeVerdict === 'in' && (judged!.verdicts.taper === 'out' || judged!.verdicts.round === 'out'),
        gate: { code: 'bore-off', soft: true },
        head: 'finish-again',
        reason: 'tapered',
        turn: finish,
      },
      {
        action: 'too-large',
        mended: 'finish-bore',
        when: tooLarge,
        gate: { code: 'bore-too-large', soft: true },
        reason: 'too-large',
        doubt: true,
      },
      {
        action: 'marks',
        mended: 'finish-bore',
        when: ({ state }) => state.finished?.marksLeft === true,
        gate: { code: 'marks-left', soft: true },
        reason: 'marks-stay',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: (s, spot) => ({ name: nameAt(s, spot.place) }) },
  closes: (s) => ({ reason: barrelsWith(s, 'sleeve', 'oversize').length > 0 ? 'all-finished' : 'none' }),
})
