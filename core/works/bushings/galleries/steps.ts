import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Spot } from '../../../job/place'
import { sectionOf } from '../read-bushings'
import { blockWorkDone, cutSince, readGalleries } from '../read-galleries'

const says = {
  actions: ['sheet-first', 'sign-work', 'plug-out', 'wipe', 'plug-back', 'close-stage', 'done'],
  told: ['stop'],
  heads: ['wipe-dead'],
  reasons: [
    'no-section',
    'out-first',
    'chips-stay',
    'cut-since',
    'dead-end',
    'brush',
    'once-more',
    'last-dirty',
    'counted-back',
    'all-clean',
    'closed',
  ],
  cautions: ['eyes', 'block-work', 'no-rag-behind'],
  gates: ['last-work', 'not-clean', 'plug-open'],
  orders: ['last-work', 'no-such-passage'],
} as const
const { whole, first, logic } = stageSteps('galleries', says)

/** The circuit as it stands: the passage that is cleaned next, and the first whose plug is still out. */
function readCircuit(snapshot: Snapshot) {
  const all = readGalleries(snapshot)
  return {
    signed: blockWorkDone(snapshot),
    next: all.find((s) => !s.done) ?? null,
    plug: all.find((s) => s.plugOut) ?? null,
  }
}
type Circuit = ReturnType<typeof readCircuit>
/** Whether no bushing may go in before it: something is not clean, a plug is out, or a cut came since. */
export const galleriesOpen = (snapshot: Snapshot): boolean => {
  const { signed, next, plug } = readCircuit(snapshot)
  return !signed || next !== null || plug !== null
}

type H = Here<Spot, Circuit>
const circuit = whole(readCircuit, ({ state: { next, plug } }) => {
  const at = next ?? plug
  const last = next?.wipes.at(-1)
  return {
    passage: at?.passage.id ?? null,
    from: at?.passage.from ?? null,
    to: at?.passage.to ?? null,
    plug: at?.passage.plug ?? null,
    clean: at?.clean ?? null,
    needed: at?.needed ?? null,
    last: last === undefined ? null : { word: `cam.wipe.${last}` },
  }
})
const unknownPassage = ({ snapshot }: H, { passage }: { passage: string }) =>
  sectionOf(snapshot)?.passages.some((p) => p.id === passage) ? null : ('no-such-passage' as const)
const signed = circuit.turn({ entry: 'last-block-work', fields: {} })
const plugTurn = (out: boolean) =>
  circuit.turn({
    entry: 'gallery-plug',
    fields: { passage: ({ state }) => (out ? state.next : state.plug)?.passage.id ?? '', out: () => out },
    refuses: unknownPassage,
  })
const wiped = circuit.turn({
  entry: 'wipe-gallery',
  fields: {
    passage: ({ state }) => state.next?.passage.id ?? '',
    found: { words: 'cam.wipe', figures: ({ state }) => ({ passage: state.next?.passage.id ?? '' }) },
  },
  after: { 'last-work': ({ state }) => !state.signed },
  refuses: unknownPassage,
})
const plugged = ({ state: { next } }: H) => next !== null && next.passage.plug !== null && !next.plugOut

/** The galleries in the order of the oil: brushed and wiped until wipes come out clean. */
export const galleries = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'out-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    circuit.of([
      {
        action: 'sign-work',
        when: ({ state }) => !state.signed,
        gate: { code: 'last-work', soft: false },
        reason: ({ snapshot }) => (cutSince(snapshot) ? 'cut-since' : 'chips-stay'),
        caution: 'block-work',
        turn: signed,
      },
      {
        action: 'plug-out',
        when: plugged,
        gate: { code: 'not-clean', soft: false },
        reason: 'dead-end',
        caution: 'eyes',
        turn: plugTurn(true),
      },
      {
        action: 'wipe',
        when: (h) => h.state.next !== null && !plugged(h),
        gate: { code: 'not-clean', soft: false },
        head: ({ state }) => (state.next!.passage.deadEnd ? 'wipe-dead' : 'wipe'),
        reason: ({ state }) => {
          const last = state.next!.wipes.at(-1)
          return last === undefined ? 'brush' : last === 'clean' ? 'once-more' : 'last-dirty'
        },
        caution: 'eyes',
        turn: wiped,
      },
      {
        action: 'plug-back',
        when: ({ state }) => state.next === null && state.plug !== null,
        gate: { code: 'plug-open', soft: false },
        reason: 'counted-back',
        caution: 'no-rag-behind',
        turn: plugTurn(false),
      },
    ]),
  ],
  closes: () => ({ reason: 'all-clean' }),
})
