import { nothingSaid } from '../../../job/ask'
import { onceASnapshot } from '../../../job/once'
import { openUnder, stageSteps } from '../../../job/step'
import type { Snapshot } from '../../../job/snapshot'
import type { Here } from '../../../job/turn'
import type { Spot } from '../../../job/place'
import { floatSays } from '../cam/steps'
import { housingsOf, lastAt, lastOf, sectionOf } from '../read-bushings'
import { readBluing, readFloat, readSpin, type SpinState } from '../read-spin'

const says = {
  actions: [
    'shaft-in',
    'shaft-again',
    'turn',
    'blue',
    'ease',
    'turn-again',
    'read-again',
    'seal-plug',
    'next-place',
    'close-stage',
    'done',
  ],
  told: ['stop', 'float-out'],
  reasons: [
    'in-first',
    'as-photographed',
    'tooth-off',
    'by-scale',
    'once-a-turn',
    'once-felt',
    'all-round',
    'marks-here',
    'no-marks',
    'against-before',
    'against-book',
    'last-plug',
    'float-window',
    'next',
    'free',
    'free-felt',
    'closed',
  ],
  cautions: ['cam-heavy', 'oil-bushings', 'ease-by-hand', 'plug-sealer'],
  gates: ['not-spun', 'binds', 'blue-marks', 'timing-off', 'float-not-read', 'float-out', 'plug-open'],
  orders: ['bushings-first'],
} as const
const { part, whole, first, logic } = stageSteps('cam-spin', says)

const bluing = onceASnapshot(readBluing)
const turning = (snapshot: Snapshot, { test }: SpinState) => ({
  limitNm: sectionOf(snapshot)?.turningNm ?? null,
  peakNm: test?.peakNm ?? null,
})
const shaft = whole(
  (s: Snapshot) => {
    const after = readFloat(s, 'after')
    return {
      shaftIn: lastOf(s, 'shaftIn'),
      spin: readSpin(s),
      after,
      floatOut: (after.endFloat ?? 'in') !== 'in' || (after.backlash ?? 'in') !== 'in',
      plugged: lastOf(s, 'camPlugs')?.fitted === true,
    }
  },
  ({ snapshot, state }) => {
    const section = sectionOf(snapshot)
    const read = state.after.entry ?? lastOf(snapshot, 'before')
    return {
      ...turning(snapshot, state.spin),
      endFloatMm: read?.endFloatMm ?? null,
      backlashMm: read?.backlashMm ?? null,
      fromMm: section?.endFloat.minMm ?? null,
      toMm: section?.endFloat.maxMm ?? null,
      minMm: section?.backlash.minMm ?? null,
      maxMm: section?.backlash.maxMm ?? null,
    }
  },
)
const shaftIn = shaft.turn({
  entry: 'cam-shaft-in',
  fields: { asPhotographed: {} },
  after: { 'bushings-first': ({ snapshot }) => openUnder(snapshot, 'cam-spin') !== null },
})
/** So many pulls to a turn. */
const PULLS = 8
const byHand = (_: Here<Spot>, { armMm }: { armMm?: unknown }) => armMm === null
const turned = shaft.turn({
  entry: 'turn-cam',
  fields: {
    armMm: {},
    // With no scale at hand the hand tells.
    feel: { words: 'cam.feel', when: byHand, needed: () => true },
    readings: {
      rows: (_, { armMm }) =>
        typeof armMm === 'number'
          ? Array.from({ length: PULLS }, (_, i) => ({
              figures: { deg: (i * 360) / PULLS },
              spot: `deg-${(i * 360) / PULLS}`,
            }))
          : [],
      each: {
        angleDeg: { spot: 'at', usual: (_, row) => (row * 360) / PULLS },
        pullN: { spot: 'pull' },
      },
    },
  },
  said: ({ snapshot }, { armMm, readings = [] }) => {
    const limitNm = sectionOf(snapshot)?.turningNm
    if (typeof armMm !== 'number' || limitNm === undefined) return nothingSaid
    const verdicts = readings.flatMap((r, i) =>
      r?.pullN === undefined
        ? []
        : [[`readings.${i}.pullN`, Math.abs(r.pullN * armMm) / 1000 > limitNm ? ('out' as const) : ('in' as const)]],
    )
    return { verdicts: Object.fromEntries(verdicts), lines: [] }
  },
})
const again = shaft.turn({
  entry: 'read-cam-again',
  fields: { endFloatMm: {}, backlashMm: {} },
  said: ({ snapshot }, sofar, { uncertaintyMm }) => floatSays(snapshot, sofar, uncertaintyMm),
})
const sealed = shaft.turn({ entry: 'cam-plug', fields: { fitted: () => true } })

/** Housings while it binds: each blued, and eased where it marks. */
const housings = part({
  places: housingsOf,
  read: (s, { place }) => {
    const spin = readSpin(s)
    const binds = spin.reading !== null && spin.reading !== 'free'
    const { marked, open } = bluing(s)
    return {
      spin,
      marks: binds && marked.some((h) => h.place === place),
      open: binds && marked.length === 0 && open.some((h) => h.place === place),
      tightest: open[0]?.place === place,
    }
  },
  figures: ({ snapshot, spot, state }) => ({
    ...turning(snapshot, state.spin),
    hour: lastAt(snapshot, 'blued', spot.place)?.oClock ?? null,
  }),
})
const blued = housings.turn({ entry: 'blue-housing', fields: { oClock: {} } })
const eased = housings.turn({ entry: 'ease-bushing', fields: {} })

/** The camshaft in, turned, and read again as it was before. */
export const camSpin = logic({
  parts: [
    first((s) => sectionOf(s) !== null, 'stop', 'in-first'),
    shaft.of([
      {
        action: 'shaft-in',
        when: ({ state }) => state.shaftIn === null,
        gate: { code: 'not-spun', soft: false },
        reason: 'as-photographed',
        caution: 'oil-bushings',
        turn: shaftIn,
      },
      {
        action: 'shaft-again',
        when: ({ state }) => state.shaftIn?.asPhotographed === false,
        gate: { code: 'timing-off', soft: false },
        reason: 'tooth-off',
        caution: 'cam-heavy',
        turn: shaftIn,
      },
      {
        action: 'turn',
        when: ({ state }) => state.shaftIn !== null && state.spin.reading === null,
        gate: { code: 'not-spun', soft: false },
        reason: 'by-scale',
        caution: 'cam-heavy',
        turn: turned,
      },
    ]),
    housings.of([
      {
        action: 'ease',
        when: ({ state }) => state.marks,
        gate: { code: 'blue-marks', soft: false },
        reason: 'marks-here',
        caution: 'ease-by-hand',
        turn: eased,
      },
      {
        action: 'blue',
        when: ({ state }) => state.open,
        gate: { code: 'binds', soft: false },
        reason: ({ state: { spin } }) => {
          if (spin.reading !== 'tight-at-one-place') return 'all-round'
          return spin.test ? 'once-a-turn' : 'once-felt'
        },
        turn: blued,
        yields: ({ state }) => !state.tightest,
      },
    ]),
    shaft.of([
      {
        action: 'turn-again',
        when: ({ state: { spin }, snapshot }) =>
          spin.reading !== null && spin.reading !== 'free' && Object.values(bluing(snapshot)).flat().length === 0,
        gate: { code: 'binds', soft: false },
        reason: 'no-marks',
        turn: turned,
      },
      {
        action: 'read-again',
        when: ({ state }) => state.spin.reading === 'free' && state.after.entry === null,
        gate: { code: 'float-not-read', soft: true },
        reason: ({ snapshot }) => {
          const before = lastOf(snapshot, 'before')
          return before?.endFloatMm != null && before.backlashMm !== null ? 'against-before' : 'against-book'
        },
        turn: again,
      },
      {
        action: 'seal-plug',
        when: ({ state }) => !state.plugged,
        gate: { code: 'plug-open', soft: false },
        reason: 'last-plug',
        caution: 'plug-sealer',
        turn: sealed,
      },
      {
        action: 'float-out',
        mended: 'read-cam-again',
        when: ({ state }) => state.floatOut,
        gate: { code: 'float-out', soft: true },
        reason: 'float-window',
        doubt: true,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: () => ({}) },
  closes: (s) => ({ reason: readSpin(s).test ? 'free' : 'free-felt', figures: turning(s, readSpin(s)) }),
})
