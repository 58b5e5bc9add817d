import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import { roundRimMm } from '../read-damper'
import { sectionOf } from '../read-front'
import { POINTER_DEG, pointerOffDeg, readTop } from './read'

const says = {
  actions: ['sheet-first', 'read', 'set', 'close-stage', 'done'],
  told: ['stop'],
  heads: ['read-again', 'set-round'],
  reasons: ['no-section', 'damper-first', 'both-sides', 'doubtful', 'pointer-off', 'agrees', 'closed'],
  cautions: ['by-hand'],
  gates: ['top-not-read', 'pointer-off'],
} as const
const { whole, first, logic } = stageSteps('tdc', says)

const tenth = (deg: number) => Math.round(deg * 10) / 10
const top = whole(
  (s: Snapshot) => {
    const offDeg = pointerOffDeg(s)
    return { top: readTop(s), offDeg, roundMm: offDeg === null ? null : roundRimMm(s, offDeg) }
  },
  ({ state: { top, offDeg, roundMm } }) => ({
    roundRoughMm: roundMm,
    error: offDeg === null ? null : tenth(Math.abs(offDeg)),
    tdc: top ? tenth(top.tdcDeg) : null,
    way: { word: (offDeg ?? 0) > 0 ? 'front.back' : 'front.forward' },
  }),
)
const isOff = (offDeg: number | null) => offDeg !== null && Math.abs(offDeg) > POINTER_DEG
const read = top.turn({
  entry: 'read-tdc',
  fields: { forwardDeg: {}, backwardDeg: {}, markDeg: {} },
  judged: ({ state }) => (!state.top || state.top.doubtful || isOff(state.offDeg) ? 'out' : 'in'),
})
const set = top.turn({ entry: 'set-pointer', fields: { byDeg: ({ state }) => -(state.top?.pointerErrorDeg ?? 0) } })
const notRead = { code: 'top-not-read', soft: true } as const

/** The pointer at the true top, not at what the old damper said. */
export const tdc = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'damper-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    top.of([
      {
        action: 'read',
        when: ({ state }) => state.top === null,
        gate: notRead,
        reason: 'both-sides',
        caution: 'by-hand',
        turn: read,
      },
      {
        action: 'read',
        when: ({ state }) => state.top?.doubtful === true,
        gate: notRead,
        head: 'read-again',
        reason: 'doubtful',
        caution: 'by-hand',
        turn: read,
      },
      {
        action: 'set',
        when: ({ state }) => state.top?.doubtful === false && isOff(state.offDeg),
        gate: { code: 'pointer-off', soft: true },
        head: ({ state }) => (state.roundMm === null ? undefined : 'set-round'),
        reason: 'pointer-off',
        turn: set,
      },
    ]),
  ],
  closes: () => ({ reason: 'agrees' }),
})
