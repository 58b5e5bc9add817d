import { stageSteps } from '../../../job/step'
import { deckPlaces } from '../deck-places'
import { readLedge, readLedges } from '../ledges'

const says = {
  actions: ['measure', 'close-zero', 'clean-ledge', 'next-cylinder', 'close-stage', 'done'],
  reasons: [
    'first',
    'continue',
    'zero-moved',
    'zero-unchecked',
    'burr',
    'old-seal',
    'two-sets',
    'next',
    'some-worn',
    'all-sound',
    'closed',
  ],
  cautions: ['file', 'clean'],
  gates: ['not-measured', 'two-sets', 'zero-moved', 'clean-first'],
} as const
const { part, logic } = stageSteps('counterbores', says)

const ledges = part({
  places: deckPlaces,
  round: true,
  read:
    (snapshot, { cylinder }) =>
    (me?: string) =>
      readLedge(snapshot, cylinder, me),
})
type Here = Parameters<Parameters<typeof ledges.of>[0][number]['when']>[0]
/** The ledge as the person at it reads it: of two hands at one, each goes on with their own. */
const ledgeOf = ({ state, hand }: Here) => state(hand?.personId)
const dirtOn = (here: Here) => ledgeOf(here).marks.find((m) => m.kind === 'burr' || m.kind === 'old-seal') ?? null
const zeroMoved = (here: Here) => {
  const { complete, set } = ledgeOf(here)
  return complete && (set?.closed?.zeroMoved ?? false)
}
/** The stations that are still to be read. */
function openStations(here: Here): readonly number[] {
  const { stationsDeg } = here.snapshot
  const { stations } = ledgeOf(here)
  return stationsDeg.filter((a) => stations.find((s) => s.angleDeg === a)?.valueMm == null)
}
const firstOpen = (here: Here) => openStations(here)[0] ?? here.snapshot.stationsDeg[0]!
const untouched = (here: Here) => openStations(here).length === here.snapshot.stationsDeg.length
const count = (here: Here, stationDeg: number) => {
  const { stationsDeg } = here.snapshot
  return { n: stationsDeg.indexOf(stationDeg) + 1, of: stationsDeg.length }
}

/** Ledges: measured, looked at, cleaned. */
export const counterbores = logic({
  alone: true,
  parts: [
    ledges.of([
      {
        action: 'clean-ledge',
        when: (h) => dirtOn(h) !== null,
        gate: { code: 'clean-first', soft: false },
        reason: (h) => (dirtOn(h)!.kind === 'burr' ? 'burr' : 'old-seal'),
        caution: (h) => (dirtOn(h)!.kind === 'burr' ? 'file' : null),
        stationDeg: (h) => dirtOn(h)!.atDeg,
        figures: (h) => ({ markId: dirtOn(h)!.id }),
      },
      {
        action: 'measure',
        when: zeroMoved,
        gate: { code: 'zero-moved', soft: true },
        reason: 'zero-moved',
        button: 'repeat-anew',
        stationDeg: ({ snapshot }) => snapshot.stationsDeg[0]!,
        figures: (h) => count(h, h.snapshot.stationsDeg[0]!),
      },
      {
        action: 'measure',
        when: (h) => !ledgeOf(h).complete,
        gate: { code: 'not-measured', soft: true },
        reason: (h) => (untouched(h) ? 'first' : 'continue'),
        caution: (h) => (untouched(h) ? 'clean' : null),
        stationDeg: firstOpen,
        figures: (h) => count(h, firstOpen(h)),
      },
      {
        action: 'close-zero',
        when: (h) => h.hand?.gaugeLive === true && !ledgeOf(h).set?.closed,
        gate: null,
        reason: 'zero-unchecked',
      },
      {
        action: 'close-stage',
        when: (h) => ledgeOf(h).rivals.length > 0,
        gate: { code: 'two-sets', soft: true },
        reason: 'two-sets',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: (s) => {
    const worn = readLedges(s).flatMap((l) => (l.judgement?.verdict === 'out' ? [l.cylinder] : []))
    return {
      reason: worn.length > 0 ? 'some-worn' : 'all-sound',
      figures: { cylinders: worn.sort((a, b) => a - b) },
    }
  },
})
