import { stageSteps } from '../../../job/step'
import { readySteps } from '../kinds'
import { nameAt, sectionOf } from '../read-barrels'
import { named } from '../parts'
import { keptBarrels, stepsLeft } from './read'

const says = {
  actions: ['edges', 'washed', 'oiled', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['bore-first', 'rings-catch', 'white-cloth', 'rusts', 'next', 'none', 'all-ready', 'closed'],
  cautions: ['soap'],
  gates: ['barrel-not-ready'],
  orders: ['not-kept-here', 'edges-first', 'washed-first'],
} as const
const { part, first, logic } = stageSteps('barrel-ready', says)
const why = { edges: 'rings-catch', washed: 'white-cloth', oiled: 'rusts' } as const

const before = first((s) => sectionOf(s) !== null, 'stop', 'bore-first')
const barrels = part({ places: keptBarrels, read: stepsLeft, figures: named, elsewhere: 'not-kept-here' })
const ready = barrels.turn({
  entry: 'ready-step',
  fields: { step: ({ state }) => state[0] ?? 'oiled' },
  refuses: ({ state }, { step }) => {
    const earlier = step === 'washed' ? 'edges' : step === 'oiled' ? 'washed' : null
    return earlier && state.includes(earlier) ? `${earlier}-first` : null
  },
})

/** Edges of the ports broken, washed until a white cloth stays white, oiled. */
export const barrelReady = logic({
  parts: [
    before,
    barrels.of(
      readySteps.map((step) => ({
        action: step,
        when: ({ state }) => state.includes(step),
        gate: { code: 'barrel-not-ready', soft: false },
        reason: why[step],
        caution: step === 'washed' ? ('soap' as const) : null,
        turn: ready,
      })),
    ),
  ],
  next: { action: 'next-place', reason: 'next', figures: (s, spot) => ({ name: nameAt(s, spot.place) }) },
  closes: (s) => ({ reason: keptBarrels(s).length > 0 ? 'all-ready' : 'none' }),
})
