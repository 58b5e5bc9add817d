import { nothingSaid, type Said } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Verdict } from '../../../measure/verdict'
import { housingsOf, lastOf, readJournal, sectionOf, withinTol, type HousingSpot } from '../read-bushings'
import { inWindow, readFloat } from '../read-spin'

const says = {
  actions: ['sheet-first', 'read-cam', 'take-out', 'journal', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'unread', 'no-photo', 'worn', 'float-out'],
  heads: ['float-alone', 'backlash-alone'],
  reasons: [
    'no-section',
    'front-first',
    'only-now',
    'no-touch',
    'two-ways',
    'too-late',
    'by-book',
    'next',
    'worn',
    'float-window',
    'all-read',
    'closed',
  ],
  cautions: ['cam-heavy', 'followers'],
  gates: ['cam-not-read', 'no-photo', 'cam-in-still', 'journal-not-read', 'journal-out', 'float-out'],
} as const
const { part, whole, first, logic } = stageSteps('cam-out', says)

/** End float and backlash as they are being read, against the sheet. */
export function floatSays(
  snapshot: Snapshot,
  sofar: { endFloatMm?: number | null; backlashMm?: number | null },
  uncertaintyMm: number,
): Said {
  const section = sectionOf(snapshot)
  if (!section) return nothingSaid
  const of = { endFloatMm: section.endFloat, backlashMm: section.backlash }
  const verdicts: Record<string, Verdict> = {}
  for (const key of ['endFloatMm', 'backlashMm'] as const) {
    const mm = sofar[key]
    if (mm != null) verdicts[key] = inWindow(mm, of[key], uncertaintyMm)
  }
  return { verdicts, lines: [] }
}

const shaft = whole(
  (s) => ({ before: lastOf(s, 'before'), out: lastOf(s, 'shaftOut') !== null, ...readFloat(s, 'before') }),
  ({ snapshot, state }) => {
    const section = sectionOf(snapshot)
    return {
      endFloatMm: state.before?.endFloatMm ?? null,
      backlashMm: state.before?.backlashMm ?? null,
      fromMm: section?.endFloat.minMm ?? null,
      toMm: section?.endFloat.maxMm ?? null,
      minMm: section?.backlash.minMm ?? null,
      maxMm: section?.backlash.maxMm ?? null,
    }
  },
)
const readCam = shaft.turn({
  entry: 'read-cam',
  fields: { endFloatMm: {}, backlashMm: {}, photographed: {}, followersUp: {} },
  said: ({ snapshot }, sofar, { uncertaintyMm }) => floatSays(snapshot, sofar, uncertaintyMm),
})
const takeOut = shaft.turn({ entry: 'cam-shaft-out', fields: {} })

const journals = part({
  places: housingsOf,
  read: readJournal,
  figures: ({ snapshot, spot, state }) => ({
    wantMm: spot.of.journalMm,
    tolMm: sectionOf(snapshot)!.journalTolMm,
    sizeMm: state.meanMm,
  }),
})
type H = Here<HousingSpot>
const journal = journals.turn({
  entry: 'measure-journal',
  fields: {
    mm: { each: ({ spot }: H) => [1, 2].map((n) => ({ figures: { n }, spot: `way-${n}`, about: spot.of.journalMm })) },
  },
  said: ({ snapshot, spot }, { mm = [] }, { uncertaintyMm }) =>
    withinTol('mm', mm, spot.of.journalMm, sectionOf(snapshot)!.journalTolMm, uncertaintyMm),
})

/** The camshaft: read in the block, taken out, its journals measured. */
export const camOut = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'front-first', undefined, {
      action: 'sheet-first',
      reason: 'no-section',
    }),
    shaft.of([
      {
        action: 'read-cam',
        when: ({ state }) => state.before === null && !state.out,
        gate: { code: 'cam-not-read', soft: true },
        reason: 'only-now',
        caution: 'followers',
        turn: readCam,
      },
      {
        action: 'take-out',
        when: ({ state }) => !state.out,
        gate: { code: 'cam-in-still', soft: false },
        reason: 'no-touch',
        caution: 'cam-heavy',
        turn: takeOut,
      },
    ]),
    journals.of([
      {
        action: 'journal',
        when: ({ state }) => state.entry === null,
        gate: { code: 'journal-not-read', soft: true },
        reason: 'two-ways',
        turn: journal,
        onward: true,
      },
      {
        action: 'worn',
        mended: 'measure-journal',
        when: ({ state }) => state.size === 'out' || state.size === 'unsure',
        gate: { code: 'journal-out', soft: true },
        reason: 'worn',
        doubt: true,
      },
    ]),
    shaft.of([
      {
        action: 'unread',
        when: ({ state }) => state.before === null && state.out,
        gate: { code: 'cam-not-read', soft: true },
        reason: 'too-late',
        doubt: true,
      },
      {
        action: 'no-photo',
        when: ({ state }) => state.before?.photographed === false,
        gate: { code: 'no-photo', soft: true },
        reason: 'by-book',
        doubt: true,
      },
      {
        action: 'float-out',
        head: ({ state: { before } }) =>
          before?.backlashMm == null ? 'float-alone' : before.endFloatMm === null ? 'backlash-alone' : 'float-out',
        when: ({ state }) => state.endFloat === 'out' || state.backlash === 'out',
        gate: { code: 'float-out', soft: true },
        reason: 'float-window',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-read' }),
})
