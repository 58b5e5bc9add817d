import { nothingSaid } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Spot } from '../../../job/place'
import { judgeUpper } from '../../../measure/verdict'
import { placesOf } from '../../kinds'
import { MOST_GAP_MM, readGasket } from './read'

const says = {
  actions: ['lay', 'next-place', 'close-stage', 'done'],
  told: ['gapes'],
  reasons: ['bare', 'too-wide', 'next', 'all-laid', 'closed'],
  cautions: ['dry-lid'],
  gates: ['not-laid', 'gapes'],
  orders: ['already-laid'],
} as const
const { part, logic } = stageSteps('lay-gaskets', says)

interface Pad extends Spot {
  cylinder: null
  place: string
}
const pads = part({
  places: (s: Snapshot) => placesOf('gaskets', s.engine, s.sheet.sections) as Pad[],
  read: (s, { place }) => readGasket(s, place),
  figures: ({ snapshot, state }) => ({
    thickMm: snapshot.sheet.sections.gaskets?.thicknessMm ?? null,
    gapMm: state?.entry.gapMm ?? null,
    mostMm: MOST_GAP_MM,
  }),
})
const laid = pads.turn({
  entry: 'lay-gasket',
  fields: {
    thicknessMm: { about: ({ snapshot }) => snapshot.sheet.sections.gaskets?.thicknessMm ?? null },
    gapMm: {},
  },
  said: (_, { gapMm }, { uncertaintyMm }) =>
    gapMm === undefined
      ? nothingSaid
      : { verdicts: { gapMm: judgeUpper(gapMm, MOST_GAP_MM, uncertaintyMm) }, lines: [] },
  after: { 'already-laid': ({ state }) => state !== null },
})

/** A gasket on each pad, and no gap beside it. */
export const layGaskets = logic({
  parts: [
    pads.of([
      {
        action: 'lay',
        when: ({ state }) => state === null,
        gate: { code: 'not-laid', soft: false },
        reason: 'bare',
        caution: 'dry-lid',
        turn: laid,
        onward: true,
      },
      {
        action: 'gapes',
        when: ({ state }) => state?.gap === 'out',
        gate: { code: 'gapes', soft: true },
        reason: 'too-wide',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-laid' }),
})
