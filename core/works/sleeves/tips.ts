import { among } from '../../job/gate'
import { inTurn, mover, type Move } from '../../job/move'
import { isClosed, routeStages } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import { jointOpen } from '../fasteners/read-joint'
import type { StageLogic } from '../stage-logic'
import { lastAt, readTip, sectionOf, tipScope, type TipState } from './read-sleeves'

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
  told: ['stop', 'sheet-first'],
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
    'outside',
    'no-washer',
    'stands',
    'next',
    'all-set',
    'closed',
  ],
  cautions: ['own-injector', 'one-washer', 'clamp-book'],
} as const
const make = mover('tips', says)

function wantedOf(snapshot: Snapshot, state: TipState): Move | null {
  const { cylinder, washerMm, tip, setting } = state
  const section = sectionOf(snapshot)!
  const at = (
    action: Parameters<typeof make>[0],
    reason: Parameters<typeof make>[1],
    rest: Parameters<typeof make>[2] = {},
  ) => make(action, reason, { cylinder, ...rest })
  const figures = {
    tipMm: tip?.valueMm ?? null,
    minMm: section.tip.minMm,
    maxMm: section.tip.maxMm,
    aimMm: section.tip.aimMm,
    washers: setting?.washersLikely ?? null,
    washerMm: setting?.choiceMm ?? section.washerMm,
    byMm: setting ? Math.abs(setting.seatToAimMm) : null,
  }
  // A washer that let gas by is no good any more, wherever the tip stands.
  const soap = lastAt(snapshot, 'soaped', cylinder)
  const lifted = Math.max(
    lastAt(snapshot, 'washersOut', cylinder)?.seq ?? -1,
    lastAt(snapshot, 'washers', cylinder)?.seq ?? -1,
  )
  if (soap?.bubbles && soap.seq > lifted)
    return at('washers-out', 'bubbled', {
      head: 'washers-out-again',
      caution: 'one-washer',
      figures: { ...figures, washers: 1 },
    })
  // What lies under an injector that came out of this job's hands is counted; of one that did not, it is measured first.
  if (washerMm === null && !tip) {
    const out = lastAt(snapshot, 'washersOut', cylinder)
    const sleeved = lastAt(snapshot, 'in', cylinder)
    if (out || sleeved) return at('washer', 'one-new', { caution: 'one-washer', figures })
    return at('measure', 'count-first', { figures })
  }
  if (!tip) return at('measure', 'tells', { figures })
  if (setting?.reading === 'stacked') return at('washers-out', 'stacked', { caution: 'one-washer', figures })
  if (setting?.reading === 'missing') return at('washer', 'missing', { caution: 'one-washer', figures })
  if (setting?.reading === 'not-seated-or-bent') return at('reseat', 'bent', { figures })
  if (setting?.verdict === 'out') {
    if (setting.choiceMm !== null && setting.choiceMm !== washerMm) return at('other-washer', 'outside', { figures })
    return at('cut-seat', 'no-washer', { figures })
  }
  if (section.clampJoint !== null && jointOpen(snapshot, section.clampJoint, cylinder))
    return at('clamp', 'stands', { caution: 'clamp-book', figures })
  return null
}

/** Where the tips are set: what is done next. */
export function tipsMove(snapshot: Snapshot, selected: number): Move {
  if (isClosed(snapshot, 'tips')) return make('done', 'closed')
  if (!sectionOf(snapshot)) return make('sheet-first', 'no-section')
  if (routeStages(snapshot).includes('coolant-test') && !isClosed(snapshot, 'coolant-test'))
    return make('stop', 'test-first')
  const turn = inTurn(
    tipScope(snapshot).map((cylinder) => readTip(snapshot, cylinder)),
    selected,
  )
  const own = turn[0]?.cylinder === selected ? wantedOf(snapshot, turn[0]) : null
  if (own) return own
  const waiting = turn.find((t) => wantedOf(snapshot, t) !== null)
  if (waiting) return make('next-cylinder', 'next', { cylinder: waiting.cylinder })
  return make('close-stage', 'all-set')
}

/** Exactly one new washer, and the tip where the sheet has it. */
export const tips: StageLogic = {
  says,
  problems: (s) => {
    const states = tipScope(s).map((c) => readTip(s, c))
    const pick = (test: (t: TipState) => boolean) => states.filter(test).map((t) => t.cylinder)
    const clamp = sectionOf(s)?.clampJoint ?? null
    return [
      ...among(
        'not-measured',
        pick((t) => t.tip === null),
        false,
      ),
      ...among(
        'washers-wrong',
        pick((t) => t.setting?.reading === 'stacked' || t.setting?.reading === 'missing'),
        false,
      ),
      ...among(
        'not-seated',
        pick((t) => t.setting?.reading === 'not-seated-or-bent'),
        true,
      ),
      ...among(
        'out',
        pick((t) => t.setting?.verdict === 'out'),
        true,
      ),
      ...among(
        'unsure',
        pick((t) => t.setting?.verdict === 'unsure'),
        true,
      ),
      ...among(
        'bolts-open',
        pick((t) => clamp !== null && jointOpen(s, clamp, t.cylinder)),
        true,
      ),
    ]
  },
  move: (s, hand) => tipsMove(s, hand.cylinder),
  refuse: (s, act) => {
    if (act.what !== 'fit-washer') return null
    return readTip(s, act.cylinder).washerMm === null ? null : { code: 'out-of-order', details: ['one-washer'] }
  },
}
