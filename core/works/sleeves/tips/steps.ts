import { nothingSaid } from '../../../job/ask'
import { atCylinder } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import type { CylinderSpot } from '../../../job/place'
import { judgeLower, judgeUpper, worstVerdict } from '../../../measure/verdict'
import { jointAt } from '../../fasteners/read-joint'
import { boltTurns, isOpen, tightenBolt, type Bolted } from '../../fasteners/turns'
import { deeperMm, lastAt, readTip, sectionOf, tipScope, type TipState } from '../read-sleeves'

const says = {
  actions: [
    'washer',
    'measure',
    'washers-out',
    'reseat',
    'other-washer',
    'cut-seat',
    'clamp',
    'next-cylinder',
    'close-stage',
    'done',
  ],
  told: ['stop', 'sheet-first', 'on-the-line', 'other-injector', 'thicker-washer'],
  heads: ['washers-out-again'],
  reasons: [
    'test-first',
    'no-section',
    'one-new',
    'count-first',
    'tells',
    'stacked',
    'bubbled',
    'missing',
    'bent',
    'bent-again',
    'outside',
    'no-washer',
    'none-so-thick',
    'near-limit',
    'stands',
    'next',
    'all-set',
    'closed',
  ],
  cautions: ['own-injector', 'one-washer', 'clamp-book'],
  gates: ['not-measured', 'washers-wrong', 'not-seated', 'out', 'unsure', 'bolts-open'],
  orders: ['one-washer'],
} as const
const { part, first, logic } = stageSteps('tips', says)

/** Why a tip's measure is struck out where its injector was taken out and put back. */
export const RESEATED = 'reseated'

const before = first((s) => sectionOf(s) !== null, 'stop', 'test-first', undefined, {
  action: 'sheet-first',
  reason: 'no-section',
})

interface TipNow extends TipState, Bolted {
  /** It was reseated since its washer went in, and says the same: the injector itself is looked at. */
  reseated: boolean
  /** Gas came past its washer, and nobody lifted it since: it is no good any more, wherever the tip stands. */
  bubbled: boolean
  /** What lies under it came out of this job's hands: it is counted, not measured. */
  known: boolean
}
const tips = part({
  places: (s) => (sectionOf(s) ? tipScope(s).map(atCylinder) : []),
  read: (s, { cylinder }): TipNow => {
    const soap = lastAt(s, 'soaped', cylinder)
    const out = lastAt(s, 'washersOut', cylinder)
    const lifted = Math.max(out?.seq ?? -1, lastAt(s, 'washers', cylinder)?.seq ?? -1)
    return {
      ...readTip(s, cylinder),
      reseated: (s.works.sleeves?.tips ?? []).some(
        (t) => t.cylinder === cylinder && t.seq > lifted && t.struck?.reason === RESEATED,
      ),
      bubbled: soap?.bubbles === true && soap.seq > lifted,
      known: out !== null || lastAt(s, 'in', cylinder) !== null,
      bolts: jointAt(s, sectionOf(s)?.clampJoint, cylinder),
    }
  },
  figures: ({ snapshot, state: { tip, setting, bubbled } }) => {
    const section = sectionOf(snapshot)!
    return {
      tipMm: tip?.valueMm ?? null,
      minMm: section.tip.minMm,
      maxMm: section.tip.maxMm,
      aimMm: section.tip.aimMm,
      washers: bubbled ? 1 : (setting?.washersLikely ?? null),
      washerMm: setting?.choiceMm ?? section.washerMm,
      byMm: deeperMm(section, tip?.valueMm),
    }
  },
})
type H = Here<CylinderSpot, TipNow>
const washerMm = ({ snapshot, state }: H) => state.setting?.choiceMm ?? sectionOf(snapshot)!.washerMm
const reading = ({ state }: H) => (state.tip && !state.bubbled ? state.setting?.reading : undefined)
/** Counted by its tip, and seated: only where it stands is still to be judged. */
const sound = (h: H) => reading(h) === 'one'
const outside = (h: H) => sound(h) && h.state.setting?.verdict === 'out'
const otherServes = ({ state: { setting, washerMm: now } }: H) =>
  setting?.choiceMm !== null && setting?.choiceMm !== undefined && setting.choiceMm !== now

const tooFarOut = ({ snapshot, state: { tip } }: H) => (tip?.valueMm ?? 0) > sectionOf(snapshot)!.tip.aimMm

const fitWasher = tips.turn({
  entry: 'fit-washer',
  fields: { thicknessMm: washerMm },
  // One that was noted and is not there was never put in.
  after: { 'one-washer': (h) => h.state.washerMm !== null && reading(h) !== 'missing' },
})
const otherWasher = tips.turn({
  entry: 'fit-washer',
  fields: { thicknessMm: washerMm },
  before: ({ spot: { cylinder } }, newId) => [{ what: 'washers-out', washersOutId: newId(), cylinder, count: 1 }],
})
const washersOut = tips.turn({ entry: 'washers-out', fields: { count: {} } })
const cutSeat = tips.turn({
  entry: 'cut-seat',
  fields: { byMm: { about: ({ snapshot, state }) => deeperMm(sectionOf(snapshot)!, state.tip?.valueMm) } },
})
const measure = tips.turn({
  entry: 'measure-tip',
  fields: {
    valueMm: {
      about: ({ snapshot }) => {
        const { minMm, maxMm } = sectionOf(snapshot)!.tip
        return (minMm + maxMm) / 2
      },
    },
  },
  // Inside, but not where one washer puts it: something else is wrong with it.
  judged: (then) => (sound(then) || !reading(then) ? null : { valueMm: 'out' }),
  said: ({ snapshot }, { valueMm }, { uncertaintyMm }) => {
    if (valueMm === undefined) return nothingSaid
    const { minMm, maxMm } = sectionOf(snapshot)!.tip
    const verdict = worstVerdict([judgeLower(valueMm, minMm, uncertaintyMm), judgeUpper(valueMm, maxMm, uncertaintyMm)])
    return { verdicts: { valueMm: verdict }, lines: [] }
  },
})

/** Exactly one new washer, and the tip where the sheet has it. */
export const tipsStage = logic({
  parts: [
    before,
    tips.of(
      [
        {
          action: 'washers-out',
          when: ({ state }) => state.bubbled,
          gate: { code: 'washers-wrong', soft: false },
          head: 'washers-out-again',
          reason: 'bubbled',
          caution: 'one-washer',
          turn: washersOut,
        },
        {
          action: 'washer',
          when: ({ state }) => !state.bubbled && state.washerMm === null && !state.tip && state.known,
          gate: { code: 'not-measured', soft: false },
          reason: 'one-new',
          caution: 'one-washer',
          turn: fitWasher,
        },
        {
          action: 'measure',
          when: ({ state }) => !state.bubbled && !state.tip && (state.washerMm !== null || !state.known),
          gate: { code: 'not-measured', soft: false },
          reason: ({ state }) => (state.washerMm === null ? 'count-first' : 'tells'),
          turn: measure,
        },
        {
          action: 'washers-out',
          when: (h) => reading(h) === 'stacked',
          gate: { code: 'washers-wrong', soft: false },
          reason: 'stacked',
          caution: 'one-washer',
          turn: washersOut,
        },
        {
          action: 'washer',
          when: (h) => reading(h) === 'missing',
          gate: { code: 'washers-wrong', soft: false },
          reason: 'missing',
          caution: 'one-washer',
          turn: fitWasher,
        },
        {
          action: 'reseat',
          when: (h) => reading(h) === 'not-seated-or-bent' && !h.state.reseated,
          gate: { code: 'not-seated', soft: true },
          reason: 'bent',
        },
        {
          // Another one is put in, measured and goes on; or somebody answers for this one.
          action: 'other-injector',
          mended: 'measure-tip',
          when: (h) => reading(h) === 'not-seated-or-bent' && h.state.reseated,
          gate: { code: 'not-seated', soft: true },
          reason: 'bent-again',
          doubt: true,
        },
        {
          action: 'other-washer',
          when: (h) => outside(h) && otherServes(h),
          gate: { code: 'out', soft: true },
          reason: 'outside',
          turn: otherWasher,
        },
        {
          action: 'cut-seat',
          when: (h) => outside(h) && !otherServes(h) && !tooFarOut(h),
          gate: { code: 'out', soft: true },
          reason: 'no-washer',
          turn: cutSeat,
        },
        {
          // A seat that is cut deeper brings it out farther still.
          action: 'thicker-washer',
          mended: 'measure-tip',
          when: (h) => outside(h) && !otherServes(h) && tooFarOut(h),
          gate: { code: 'out', soft: true },
          reason: 'none-so-thick',
          doubt: true,
        },
        {
          action: 'clamp',
          when: ({ state }) => isOpen(state),
          gate: { code: 'bolts-open', soft: true },
          reason: 'stands',
          caution: 'clamp-book',
          turn: tightenBolt,
        },
        {
          action: 'on-the-line',
          when: (h) => sound(h) && h.state.setting?.verdict === 'unsure',
          gate: { code: 'unsure', soft: true },
          reason: 'near-limit',
          doubt: true,
        },
      ],
      boltTurns,
    ),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-set' }),
})
