import { nothingSaid } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Spot } from '../../../job/place'
import { damperScrap, readPuller, roundRimMm } from '../read-damper'
import { lastOf, sectionOf } from '../read-front'

const says = {
  actions: ['sheet-first', 'judge', 'bolt-out', 'pull', 'no-screw', 'close-stage', 'done'],
  told: ['unseen'],
  heads: ['pull-drilled'],
  reasons: [
    'no-section',
    'before-it-moves',
    'bolt-first',
    'bear',
    'drilled',
    'strips',
    'scrap',
    'may-stay',
    'too-late',
    'no-damper',
    'closed',
  ],
  cautions: ['by-the-hub', 'hold-crank'],
  gates: ['damper-not-seen', 'damper-still-on'],
  orders: ['bolt-first'],
} as const
const { whole, first, logic } = stageSteps('damper-off', says)

function readOff(snapshot: Snapshot) {
  const damper = sectionOf(snapshot)?.damper ?? null
  const puller = damper && readPuller(damper)
  const scrap = damperScrap(snapshot)
  const use = puller?.screws.use ?? null
  const asItIs = damper !== null && use === damper.pullSizes[0]!.name
  return {
    damper,
    puller,
    scrap,
    use,
    asItIs,
    pulled: lastOf(snapshot, 'pulled') !== null,
    /** What the puller would pull against. */
    bolted: damper !== null && damper.joint !== null && lastOf(snapshot, 'damperBoltsOut') === null,
    // Holes are drilled only in one that is scrap anyway: it would turn out of balance.
    comes: use !== null && (asItIs || (scrap ?? []).length > 0),
  }
}
const off = whole(readOff, ({ state: { damper, puller, use, scrap } }) => ({
  count: damper?.pullCount ?? null,
  screws: use ?? '',
  first: damper?.pullSizes[0]!.name ?? null,
  forceN: puller?.forceN ?? null,
  firstBearN: puller?.screws.sizes[0]!.togetherN ?? null,
  bearN: puller?.screws.sizes.find((s) => s.name === use)?.togetherN ?? null,
  why: { word: `front.scrap.${scrap?.[0] ?? 'none'}` },
}))
type H = Here<Spot, ReturnType<typeof readOff>>
const fluid = ({ state }: H) => state.damper?.kind === 'fluid'
const always = () => true
const judged = off.turn({
  entry: 'judge-damper',
  fields: {
    // A fluid-filled one has no lines to turn and no rubber to crack: its hours and its housing decide.
    indexDeg: { when: (h) => !fluid(h), needed: always },
    ranH: { when: fluid },
    dented: { when: fluid, needed: always },
    rubber: { words: 'front.rubber', when: (h: H) => !fluid(h), needed: always },
    runoutMm: {},
  },
  said: ({ snapshot, state: { damper } }, { indexDeg, ranH, runoutMm }) => {
    if (!damper) return nothingSaid
    const judge = (key: string, value: number | null | undefined, most: number | null) =>
      value == null || most === null ? [] : [[key, Math.abs(value) > most ? ('out' as const) : ('in' as const)]]
    return {
      verdicts: Object.fromEntries([
        ...judge('indexDeg', indexDeg, damper.indexMaxDeg),
        ...judge('ranH', ranH, damper.hoursMax),
        ...judge('runoutMm', runoutMm, damper.rimRunoutMaxMm),
      ]),
      lines:
        indexDeg == null
          ? []
          : [
              {
                word: 'round',
                figures: {
                  roundRoughMm: roundRimMm(snapshot, indexDeg),
                  maxRoughMm: roundRimMm(snapshot, damper.indexMaxDeg),
                },
              },
            ],
    }
  },
})
const boltOut = off.turn({ entry: 'damper-bolt-out', fields: {} })
const pulledBy = (screws: (h: H) => string) =>
  off.turn({
    entry: 'pull-damper',
    fields: { screws },
    after: { 'bolt-first': ({ state }) => state.bolted },
  })
const pulled = pulledBy(({ state }) => state.use ?? '—')
/** By one that grips elsewhere than in its holes. */
const otherwise = pulledBy(() => '—')

const stillOn = { code: 'damper-still-on', soft: false } as const
const on = ({ state }: H) => state.damper !== null && !state.pulled
/** The old damper: looked at, then pulled by its hub. */
export const damperOff = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'sheet-first', 'no-section'),
    off.of([
      {
        action: 'judge',
        when: (h) => on(h) && h.state.scrap === null,
        gate: { code: 'damper-not-seen', soft: true },
        reason: 'before-it-moves',
        caution: 'hold-crank',
        turn: judged,
      },
      {
        action: 'bolt-out',
        when: (h) => on(h) && h.state.bolted,
        gate: stillOn,
        reason: 'bolt-first',
        caution: 'hold-crank',
        turn: boltOut,
      },
      {
        action: 'pull',
        when: (h) => on(h) && h.state.comes,
        gate: stillOn,
        head: ({ state }) => (state.asItIs ? 'pull' : 'pull-drilled'),
        reason: ({ state }) => (state.asItIs ? 'bear' : 'drilled'),
        caution: 'by-the-hub',
        turn: pulled,
      },
      {
        action: 'no-screw',
        when: (h) => on(h) && !h.state.comes,
        gate: stillOn,
        reason: 'strips',
        caution: 'by-the-hub',
        turn: otherwise,
      },
      {
        action: 'unseen',
        when: ({ state }) => state.damper !== null && state.pulled && state.scrap === null,
        gate: { code: 'damper-not-seen', soft: true },
        reason: 'too-late',
        doubt: true,
      },
    ]),
  ],
  closes: (s) => {
    const { damper, scrap } = readOff(s)
    if (!damper) return { reason: 'no-damper' }
    const why = scrap?.[0]
    return why ? { reason: 'scrap', figures: { why: { word: `front.scrap.${why}` } } } : { reason: 'may-stay' }
  },
})
