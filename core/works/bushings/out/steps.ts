import { openUnder, stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import { lastAt, lastOf, rearFirst, sectionOf, type HousingSpot } from '../read-bushings'
import { readPatterns } from '../read-old'

const says = {
  actions: ['sheet-first', 'plug-off', 'bushing', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['no-section', 'cam-first', 'plug-first', 'label', 'next', 'debris', 'all-out', 'closed'],
  cautions: ['eyes', 'label-bushing'],
  gates: ['bushing-still-in'],
  orders: ['cam-in-still'],
} as const
const { part, whole, first, logic } = stageSteps('bushings-out', says)
const stillIn = { code: 'bushing-still-in', soft: false } as const

const plug = whole((s) => lastOf(s, 'camPlugs') === null && rearFirst(s).some((h) => !lastAt(s, 'out', h.place)))
const plugOff = plug.turn({ entry: 'cam-plug', fields: { fitted: () => false } })

const bushings = part({
  places: rearFirst,
  read: (s, { place }) => ({
    out: lastAt(s, 'out', place) !== null,
    rear: rearFirst(s).find((h) => !lastAt(s, 'out', h.place))?.place === place,
  }),
})
const copper = ['copper', 'layers', 'folded']
const showsCopper = (_: Here<HousingSpot>, { looks }: { looks?: unknown }) => copper.includes(String(looks))
const out = bushings.turn({
  entry: 'bushing-out',
  fields: {
    looks: { words: 'cam.looks' },
    copperShare: { when: showsCopper },
    copperOClock: { when: showsCopper },
    holeInLine: {},
  },
  after: { 'cam-in-still': ({ snapshot }) => lastOf(snapshot, 'shaftOut') === null },
})

/** Old bushings out, the rear one first: each labelled as it comes off the tool, and looked at. */
export const bushingsOut = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'cam-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    whole(
      (s) => lastOf(s, 'shaftOut') === null && openUnder(s, 'bushings-out') === null,
      () => ({
        open: { word: 'stage.cam-out' },
      }),
    ).of([
      {
        // Closed by somebody before the shaft came out.
        action: 'stop',
        when: ({ state }) => state,
        gate: stillIn,
        reason: 'cam-first',
      },
    ]),
    plug.of([
      {
        action: 'plug-off',
        when: ({ state }) => state,
        gate: stillIn,
        reason: 'plug-first',
        caution: 'eyes',
        turn: plugOff,
      },
    ]),
    bushings.of([
      {
        action: 'bushing',
        when: ({ state }) => !state.out,
        gate: stillIn,
        reason: 'label',
        caution: 'label-bushing',
        turn: out,
        onward: true,
        yields: ({ state }) => !state.rear,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: (s) => {
    const debris = readPatterns(s).find((p) => p.code === 'layers')
    return { reason: debris ? 'debris' : 'all-out', figures: { passages: debris?.passages ?? [] } }
  },
})
