import { stageSteps } from '../../../job/step'
import type { Here } from '../../../job/turn'
import { endsOf, entriesAt, lastAt, sectionOf, type EndSpot } from '../read-front'

const says = {
  actions: ['sheet-first', 'seal', 'track', 'cover', 'next-place', 'close-stage', 'done'],
  told: ['stop'],
  reasons: ['no-section', 'stands-before', 'least-risk', 'where-it-ran', 'behind-it', 'next', 'all-out', 'closed'],
  cautions: ['shaft', 'cover-clean'],
  gates: ['seal-still-in', 'shaft-not-felt', 'cover-still-on'],
} as const
const { part, first, logic } = stageSteps('seal-out', says)

const ends = part({
  places: endsOf,
  read: (s, { place, of }) => ({
    out: lastAt(s, 'sealsOut', place) !== null,
    felt: entriesAt(s, 'tracks', place).length > 0,
    covered: of.cover !== null && lastAt(s, 'coversOff', place) === null,
  }),
  figures: ({ spot }) => ({ end: { word: `front.end.${spot.place}` }, shaftMm: spot.of.shaftMm }),
})
const end = ({ spot }: Here<EndSpot>) => ({ end: { word: `front.end.${spot.place}` } })
const marred = (_: unknown, { scratched }: { scratched?: unknown }) => scratched === true
const always = () => true
const out = ends.turn({
  entry: 'seal-out',
  fields: {
    way: { words: 'front.way', figures: end },
    scratched: { figures: end },
    scratchFromMm: { figures: end, when: marred, needed: always },
    scratchToMm: { figures: end, when: marred, needed: always },
  },
})
const tracked = (_: unknown, { feel }: { feel?: unknown }) => feel !== undefined && feel !== 'none'
const track = ends.turn({
  entry: 'note-track',
  fields: {
    feel: { words: 'front.feel', figures: end },
    fromMm: { figures: end, when: tracked, needed: always },
    toMm: { figures: end, when: tracked, needed: always },
    trackMm: { figures: end, when: tracked },
  },
})
const coverOff = ends.turn({ entry: 'cover-off', fields: {} })

/** Old seals out without a scratch, the shaft felt for tracks, the cover off. */
export const sealOut = logic({
  parts: [
    first(
      (s) => sectionOf(s) !== null,
      'stop',
      'stands-before',
      (open) => ({ open: { word: `stage.${open}` } }),
      {
        action: 'sheet-first',
        reason: 'no-section',
      },
    ),
    ends.of([
      {
        action: 'seal',
        when: ({ state }) => !state.out,
        gate: { code: 'seal-still-in', soft: false },
        reason: 'least-risk',
        caution: 'shaft',
        turn: out,
      },
      {
        action: 'track',
        when: ({ state }) => state.out && !state.felt,
        gate: { code: 'shaft-not-felt', soft: true },
        reason: 'where-it-ran',
        turn: track,
      },
      {
        action: 'cover',
        when: ({ state }) => state.out && state.covered,
        gate: { code: 'cover-still-on', soft: true },
        reason: 'behind-it',
        caution: 'cover-clean',
        turn: coverOff,
        onward: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: (_, { place }) => ({ end: { word: `front.end.${place}` } }) },
  closes: () => ({ reason: 'all-out' }),
})
