import { atCylinder, type CylinderSpot } from '../../../job/place'
import { stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import { judgeLower, judgeUpper, worstVerdict } from '../../../measure/verdict'
import { readBore, sectionOf, sleeveScope, type SleeveBoreState } from '../read-sleeves'

const says = {
  actions: ['measure-bore', 'clean-bore', 'next-cylinder', 'close-stage', 'done'],
  told: ['stop', 'head-off', 'on-the-line'],
  reasons: ['out-first', 'fresh', 'dirty', 'worn', 'damaged', 'near-limit', 'next', 'all-good', 'closed'],
  cautions: ['compound-left'],
  gates: ['not-measured', 'bore-dirty', 'out', 'unsure'],
} as const
const { part, first, logic } = stageSteps('sleeve-bores', says)

const bores = part({
  places: (s) => sleeveScope(s).map(atCylinder),
  read: (s, { cylinder }) => readBore(s, cylinder),
  figures: ({ snapshot, state }) => {
    const section = sectionOf(snapshot)
    return {
      // What lies off is told by the reading that does.
      boreMm: state.size === 'in' ? state.meanMm : state.worstMm,
      wantMm: section?.headBoreMm ?? null,
      tolMm: section?.headBoreTolMm ?? null,
    }
  },
})
type H = Here<CylinderSpot, SleeveBoreState>
const worn = ({ state }: H) => state.size === 'out' || state.entry?.damage === 'heavy'

const ways = (where: string) => (h: H) =>
  [1, 2].map((n) => ({ figures: { n }, spot: `${where}-${n}`, about: sectionOf(h.snapshot)?.headBoreMm ?? null }))
const bore = bores.turn({
  entry: 'sleeve-bore',
  fields: {
    topMm: { each: ways('top') },
    bottomMm: { each: ways('bottom') },
    damage: { words: 'sleeve.damages' },
    clean: {},
  },
  said: ({ snapshot }, { topMm = [], bottomMm = [] }, { uncertaintyMm }) => {
    const section = sectionOf(snapshot)
    if (!section) return { verdicts: {}, lines: [] }
    const { headBoreMm, headBoreTolMm } = section
    const of = (name: string, mm: readonly (number | undefined)[]) =>
      mm.flatMap((v, i) =>
        v === undefined
          ? []
          : [
              [
                `${name}.${i}`,
                worstVerdict([
                  judgeUpper(v, headBoreMm + headBoreTolMm, uncertaintyMm),
                  judgeLower(v, headBoreMm - headBoreTolMm, uncertaintyMm),
                ]),
              ] as const,
            ],
      )
    return { verdicts: Object.fromEntries([...of('topMm', topMm), ...of('bottomMm', bottomMm)]), lines: [] }
  },
})

/** Bores of the head: clean, round, of their size. */
export const sleeveBores = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'out-first'),
    bores.of([
      {
        action: 'clean-bore',
        when: ({ state }) => state.entry?.clean === false,
        gate: { code: 'bore-dirty', soft: false },
        reason: 'dirty',
        caution: 'compound-left',
        turn: bore,
      },
      {
        action: 'measure-bore',
        when: ({ state }) => state.entry === null,
        gate: { code: 'not-measured', soft: false },
        reason: 'fresh',
        turn: bore,
        onward: true,
      },
      {
        action: 'head-off',
        mended: 'sleeve-bore',
        when: worn,
        gate: { code: 'out', soft: true },
        reason: ({ state }) => (state.size === 'out' ? 'worn' : 'damaged'),
        doubt: true,
      },
      {
        action: 'on-the-line',
        mended: 'sleeve-bore',
        when: (h) => !worn(h) && h.state.size === 'unsure',
        gate: { code: 'unsure', soft: true },
        reason: 'near-limit',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-good' }),
})
