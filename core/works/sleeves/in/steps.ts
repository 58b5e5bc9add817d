import { nothingSaid } from '../../../job/ask'
import { onceASnapshot } from '../../../job/once'
import { atCylinder, type CylinderSpot } from '../../../job/place'
import { openUnder, stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import { judgeLower, judgeUpper, worstVerdict } from '../../../measure/verdict'
import type { Clock } from '../../clock'
import type { inSteps } from '../kinds'
import { bar, barredToDeg, neverClear, prove, readClear, rodSays, type Clear } from '../clear'
import { gripOf, mandrelFor, readExpansion, readIn, sectionOf, sleeveScope, type SleeveInState } from '../read-sleeves'

const says = {
  actions: [
    'bar',
    'prove',
    'film',
    'oil',
    'seat',
    'yoke',
    'draw',
    'measure-in',
    'pull-again',
    'next-cylinder',
    'close-stage',
    'done',
  ],
  told: ['never-clear', 'no-mandrel', 'stop', 'grips-near', 'stands-out', 'on-the-line'],
  heads: ['bar-teeth', 'film-any', 'yoke-any'],
  reasons: [
    'out-first',
    'compound',
    'rings',
    'in-the-way',
    'barred-since',
    'too-high',
    'seats',
    'tool-rises',
    'grips',
    'no-grip',
    'ends-free',
    'fixed',
    'fixed-any',
    'grip-near',
    'too-loose',
    'too-tight',
    'top-outside',
    'top-near',
    'next',
    'all-in',
    'never',
    'closed',
  ],
  cautions: ['compound-skin', 'barring', 'rod', 'yoke', 'press-sleeve'],
  gates: ['sleeve-not-in', 'sleeve-loose', 'grip-unsure', 'out', 'unsure'],
  orders: ['not-proven', 'bores-first', 'yoke-first', 'seat-first', 'not-drawn'],
} as const
const { part, first, logic } = stageSteps('sleeves-in', says)

/** Cylinders whose sleeves are not in yet. */
export const sleevesNotIn = onceASnapshot((snapshot): number[] =>
  sleeveScope(snapshot).filter((c) => readIn(snapshot, c).entry === null),
)

type InStep = (typeof inSteps)[number]
interface SleeveGoing extends SleeveInState {
  clear: Clear
  has: (step: InStep) => boolean
  expanded: boolean
  mandrelMm: number | null
}
const sleeves = part({
  places: (s) => sleeveScope(s).map(atCylinder),
  read: (s, { cylinder }): SleeveGoing => {
    const state = readIn(s, cylinder)
    return {
      ...state,
      clear: readClear(s, cylinder, sleevesNotIn(s)),
      has: (step) => state.steps.some((x) => x.step === step),
      expanded: sectionOf(s)?.kind === 'expanded',
      mandrelMm: mandrelFor(s, cylinder),
    }
  },
  figures: ({ snapshot, state }) => {
    const section = sectionOf(snapshot)
    return {
      name: section?.compound?.name ?? null,
      minutes: section?.compound?.fixtureMin ?? null,
      wantNm: section?.yokeNm ?? null,
      mandrelMm: state.mandrelMm,
      boreMm: state.entry?.boreMm ?? null,
      leastMm: state.drawn && section ? state.drawn.mandrelMinMm - section.springbackMm : null,
      mostMm: state.drawn && section ? state.drawn.mandrelMaxMm - section.springbackMm : null,
      topMm: state.entry?.topBelowMm ?? null,
      minMm: section?.topBelow?.minMm ?? null,
      maxMm: section?.topBelow?.maxMm ?? null,
    }
  },
})
type H = Here<CylinderSpot, SleeveGoing>
const open = ({ state }: H) => state.entry === null
/** A tool still has to go into it, for which the piston must be out of the way. */
const tool = (h: H) => open(h) && (!h.state.has('seated') || (h.state.expanded && !h.state.has('drawn')))
const wants = (step: Clear['step']) => (h: H) => tool(h) && h.state.clear.step === step
const clear = (h: H) => open(h) && (!tool(h) || h.state.clear.proven)
const ready = (h: H) => clear(h) && h.state.has(h.state.expanded ? 'oil' : 'film')
const seated = (h: H) => ready(h) && h.state.has('seated')
const held = (h: H) => seated(h) && h.state.expanded && h.state.has('yoke')

const barred = sleeves.turn({ entry: 'bar-engine', fields: { crankDeg: barredToDeg } })
const proven = sleeves.turn({
  entry: 'prove-clear',
  fields: { depthMm: { figures: ({ state }) => ({ needRoughMm: state.clear.needMm }) } },
  said: rodSays,
})
/** A step of its way in. */
const goes = (step: InStep) =>
  sleeves.turn({
    entry: 'sleeve-step',
    fields: { step: () => step, mandrelMm: ({ state }) => (step === 'drawn' ? state.mandrelMm : null) },
    after: { 'bores-first': ({ snapshot }) => openUnder(snapshot, 'sleeves-in') !== null },
    refuses: ({ state }, act) => {
      if ((act.step === 'seated' || act.step === 'drawn') && !state.clear.proven) return 'not-proven'
      return act.step === 'drawn' && !state.has('yoke') ? 'yoke-first' : null
    },
  })
const measured = sleeves.turn({
  entry: 'sleeve-in',
  fields: {
    boreMm: {
      when: ({ state }) => state.expanded,
      needed: ({ state }) => state.expanded,
      about: ({ snapshot }) => sectionOf(snapshot)?.sleeveBoreMm ?? null,
    },
    topBelowMm: { needed: ({ snapshot }) => sectionOf(snapshot)?.topBelow != null },
  },
  after: {
    'seat-first': ({ state }) => !state.has('seated'),
    'not-drawn': ({ state }) => state.expanded && !state.has('drawn'),
  },
  said: ({ snapshot, spot: { cylinder } }, { boreMm, topBelowMm }, { uncertaintyMm }) => {
    const section = sectionOf(snapshot)
    if (!section) return nothingSaid
    const drawn = boreMm == null ? null : readExpansion(snapshot, cylinder, boreMm + section.springbackMm)
    return {
      verdicts: {
        ...(drawn ? { boreMm: gripOf(section, drawn, uncertaintyMm) } : {}),
        ...(topBelowMm != null && section.topBelow
          ? {
              topBelowMm: worstVerdict([
                judgeLower(topBelowMm, section.topBelow.minMm, uncertaintyMm),
                judgeUpper(topBelowMm, section.topBelow.maxMm, uncertaintyMm),
              ]),
            }
          : {}),
      },
      lines: [],
    }
  },
})

const notIn = { code: 'sleeve-not-in', soft: false } as const
/** Sleeves in: pressed with compound, or drawn onto their rings. */
export const sleevesIn = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'out-first'),
    sleeves.of([
      { ...neverClear, when: wants('never-clear'), gate: notIn },
      { ...bar, when: wants('bar'), gate: notIn, turn: barred },
      { ...prove, when: wants('prove'), gate: notIn, turn: proven },
      {
        action: 'film',
        when: (h) => clear(h) && !h.state.expanded && !h.state.has('film'),
        gate: notIn,
        head: ({ snapshot }) => (sectionOf(snapshot)?.compound ? 'film' : 'film-any'),
        reason: 'compound',
        caution: 'compound-skin',
        turn: goes('film'),
      },
      {
        action: 'oil',
        when: (h) => clear(h) && h.state.expanded && !h.state.has('oil'),
        gate: notIn,
        reason: 'rings',
        turn: goes('oil'),
      },
      {
        action: 'seat',
        when: (h) => ready(h) && !h.state.has('seated'),
        gate: notIn,
        reason: 'seats',
        caution: 'press-sleeve',
        turn: goes('seated'),
      },
      {
        action: 'yoke',
        when: (h) => seated(h) && h.state.expanded && !h.state.has('yoke'),
        gate: notIn,
        head: ({ snapshot }) => (sectionOf(snapshot)?.yokeNm == null ? 'yoke-any' : 'yoke'),
        reason: 'tool-rises',
        caution: 'yoke',
        turn: goes('yoke'),
      },
      {
        action: 'no-mandrel',
        when: (h) => held(h) && !h.state.has('drawn') && h.state.mandrelMm === null,
        gate: notIn,
        reason: 'no-grip',
      },
      {
        action: 'draw',
        when: (h) => held(h) && !h.state.has('drawn') && h.state.mandrelMm !== null,
        gate: notIn,
        reason: 'grips',
        turn: goes('drawn'),
      },
      {
        action: 'measure-in',
        when: (h) => (held(h) && h.state.has('drawn')) || (seated(h) && !h.state.expanded),
        gate: notIn,
        reason: ({ snapshot, state }) =>
          state.expanded ? 'ends-free' : sectionOf(snapshot)?.compound ? 'fixed' : 'fixed-any',
        turn: measured,
        onward: true,
      },
      {
        action: 'pull-again',
        when: ({ state: { entry, grip } }) => entry !== null && grip === 'out',
        gate: { code: 'sleeve-loose', soft: false },
        reason: ({ state }) => (state.drawn!.verdict === 'loose' ? 'too-loose' : 'too-tight'),
      },
      {
        action: 'grips-near',
        when: ({ state: { entry, grip } }) => entry !== null && grip === 'unsure',
        gate: { code: 'grip-unsure', soft: true },
        reason: 'grip-near',
        doubt: true,
      },
      {
        action: 'stands-out',
        when: ({ state }) => state.top === 'out',
        gate: { code: 'out', soft: true },
        reason: 'top-outside',
        doubt: true,
      },
      {
        action: 'on-the-line',
        when: ({ state }) => state.top === 'unsure',
        gate: { code: 'unsure', soft: true },
        reason: 'top-near',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
  closes: () => ({ reason: 'all-in' }),
})

/** The fixture and cure of every compound that was put in. */
export function clocks(snapshot: Snapshot): Clock[] {
  const found: Clock[] = []
  const section = sectionOf(snapshot)
  for (const cylinder of sleeveScope(snapshot)) {
    const { steps, fixedAt, curedAt } = readIn(snapshot, cylinder)
    const seated = steps.filter((s) => s.step === 'seated').at(-1)
    if (!seated || !fixedAt || !curedAt) continue
    const of = {
      name: section?.compound?.name ?? '',
      stage: 'sleeves-in' as const,
      cylinder,
      place: null,
      fromAt: seated.at,
      ends: 'ready' as const,
    }
    found.push({ id: `fixture-${seated.id}`, code: 'fixture', ...of, dueAt: fixedAt })
    found.push({ id: `cure-${seated.id}`, code: 'cure', ...of, dueAt: curedAt })
  }
  return found
}
