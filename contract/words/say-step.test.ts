import { describe, expect, it } from 'vitest'
import type { StageMove } from '#core/works/liners/ledge-moves'
import en from './en.json'
import { sayStep } from './say-step'

const write = {
  length: (mm: number) => mm.toFixed(3),
  rough: (mm: number) => mm.toFixed(0),
  torque: (nm: number, down = false) => `${down ? Math.floor(nm) : nm} N·m`,
  force: (n: number) => `${n / 1000} kN`,
  whole: (n: number) => `${n.toFixed(0)}.-`,
  leaves: (l: number[]) => l.join(' + '),
  shim: (mm: number) => mm.toFixed(3),
}
const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en) as string | undefined
const make = (stage: StageMove['stage'], action: string, reason: string, more: Partial<StageMove> = {}): StageMove => ({
  stage,
  action,
  reason,
  caution: null,
  button: true,
  cylinder: 3,
  stationDeg: 90,
  figures: {},
  ...more,
})

/** Every move a stage can make, with the figures it carries. */
const moves: StageMove[] = [
  make('counterbores', 'measure', 'first', { caution: 'clean', figures: { n: 1, of: 4 } }),
  make('counterbores', 'measure', 'continue', { figures: { n: 2, of: 4 } }),
  make('counterbores', 'measure', 'zero-moved', { figures: { n: 1, of: 4 } }),
  make('counterbores', 'close-zero', 'zero-unchecked'),
  make('counterbores', 'clean-ledge', 'burr', { caution: 'file' }),
  make('counterbores', 'clean-ledge', 'old-seal'),
  make('counterbores', 'next-cylinder', 'next'),
  make('counterbores', 'close-stage', 'some-worn', { figures: { cylinders: '3' } }),
  make('counterbores', 'close-stage', 'all-sound', { figures: { cylinders: '' } }),
  make('counterbores', 'done', 'closed'),
  make('parts', 'add', 'no-liners', { figures: { bores: 6 } }),
  make('parts', 'measure', 'too-few-measured', { figures: { label: 'T7', measured: 4, bores: 6 } }),
  make('parts', 'measure', 'one-left', { figures: { label: 'T7' } }),
  make('parts', 'close-stage', 'some-odd', { figures: { labels: 'T7' } }),
  make('parts', 'close-stage', 'all-measured', { figures: { offMm: 0.02 } }),
  make('parts', 'done', 'closed'),
  make('repair-plan', 'ledges-first', 'not-measured', { figures: { cylinders: '2, 3' } }),
  make('repair-plan', 'take', 'compare', { button: false }),
  make('repair-plan', 'close-stage', 'taken', { figures: { cuts: 2, shims: 1, school: 'aim' } }),
  make('repair-plan', 'done', 'closed'),
  make('cut', 'plan-first', 'no-plan'),
  make('cut', 'plug-in', 'chips', { caution: 'tally' }),
  make('cut', 'plug-out', 'finished', { caution: 'tally', figures: { item: 'foam-plug', count: 1 } }),
  make('cut', 'liner-out', 'before-pass', { caution: 'heavy' }),
  make('cut', 'liner-out', 'before-shim'),
  ...(['rough', 'finish'] as const).flatMap((kind) =>
    (['measured', 'arithmetic'] as const).map((reason) =>
      make('cut', 'cut', reason, {
        caution: 'chips',
        figures: { kind, leaves: [0.05, 0.2], expectMm: 0.1, restMm: 0.3 },
      }),
    ),
  ),
  make('cut', 'refit', 'after-pass', { caution: 'clamp', figures: { label: 'T7', turnDeg: 90, torque: 55 } }),
  make('cut', 'refit', 'trial', { caution: 'clamp', figures: { label: 'T7', turnDeg: 0, torque: null } }),
  ...(['after-pass', 'before-last', 'at-the-end'] as const).map((reason) =>
    make('cut', 'measure', reason, { figures: { expectMm: 0.1 } }),
  ),
  make('cut', 'shim', 'planned', { caution: 'chamfer', figures: { label: 'C1', shimMm: 0.2, expectMm: 0.1 } }),
  make('cut', 'too-deep', 'thicker-shim', { figures: { label: 'D1', shimMm: 0.25, expectMm: 0.1 } }),
  make('cut', 'too-deep', 'other-liner', { button: false, figures: { label: 'T8', expectMm: 0.1 } }),
  make('cut', 'too-deep', 'machine-shop', { button: false, caution: 'machine-shop', figures: { wantMm: 0.4 } }),
  make('cut', 'blocked', 'no-leaf-thin-enough', { button: false, figures: { restMm: 0.02 } }),
  make('cut', 'blocked', 'past-max-depth', { button: false, figures: { depthMm: 11.2, limitMm: 11.3 } }),
  make('cut', 'blocked', 'shim-not-here', { button: false, figures: { shimMm: 0.3 } }),
  make('cut', 'next-cylinder', 'next'),
  make('cut', 'close-stage', 'all-done'),
  make('cut', 'done', 'closed'),
  make('protect', 'count-in', 'nothing-in', { button: false, caution: 'tally' }),
  make('protect', 'close-stage', 'counted', { figures: { wentIn: 7, stillIn: 6 } }),
  make('protect', 'done', 'closed', { figures: { stillIn: 6 } }),
  make('pull', 'shape-first', 'no-shape'),
  make('pull', 'puller-first', 'no-puller', { button: false }),
  ...(['no-room', 'disc-cannot-pass', 'disc-catches-nothing', 'feet-on-flange'] as const).map((reason) =>
    make('pull', 'other-puller', reason, {
      button: false,
      caution: 'breaks',
      figures: { name: 'Bridge', discRoughMm: 155, boreRoughMm: 154.4, linerRoughMm: 140, overlapRoughMm: 4 },
    }),
  ),
  ...(['screw', 'bar', 'lip', 'hand-is-stronger'] as const).map((reason) =>
    make('pull', 'pull', reason, {
      caution: reason === 'bar' ? 'pull-heavy' : 'pull',
      figures: { stopNm: 137.6, safeN: 31_300, handNm: 180, liftRoughMm: 38, mass: 24 },
    }),
  ),
  make('pull', 'next-cylinder', 'next'),
  make('pull', 'close-stage', 'all-out'),
  make('pull', 'next-cylinder', 'next', { caution: 'puller-over', figures: { peakNm: 190, stopNm: 137.6 } }),
  make('pull', 'done', 'closed'),
  make('look', 'grade', 'heaviest', { figures: { grade: 'poor', kind: 'pitting', severity: 2, count: 3 } }),
  make('look', 'grade', 'nothing-marked', { figures: { grade: 'good', count: 0 } }),
  make('look', 'next-cylinder', 'next'),
  make('look', 'close-stage', 'some-bad', { figures: { cylinders: '3' } }),
  make('look', 'close-stage', 'all-graded'),
  make('look', 'done', 'closed'),
  make('look', 'next-cylinder', 'marked-since'),
  make('look', 'grade', 'worse-since', { figures: { graded: 'good', grade: 'poor' } }),
  make('decide', 'grade-first', 'not-graded', { figures: { cylinders: '3' } }),
  ...(['cheapest', 'graded-since'] as const).map((reason) =>
    make('decide', 'take', reason, { figures: { renew: '3', count: 1, percent: 12, now: 500, expected: 900 } }),
  ),
  make('decide', 'close-stage', 'decided', { figures: { renew: '3', count: 1 } }),
  make('decide', 'take', 'cheapest', { figures: { renew: '—', count: 0, percent: 3, now: 0, expected: 210 } }),
  make('decide', 'close-stage', 'decided', { figures: { renew: '—', count: 0 } }),
  make('decide', 'done', 'closed'),
  ...(['dry-first', 'rings-missing', 'band-late', 'already-in', 'no-such-groove'] as const).map((reason) =>
    make('fit', 'stop', reason, { button: false, caution: 'seals-cost' }),
  ),
  make('fit', 'stop', 'dry-first', { caution: 'seals-cost' }),
  ...(
    [
      ['ring-on', 'never-dry'],
      ['wet', 'clock-runs'],
      ['band-on', 'clock-running'],
    ] as const
  ).map(([action, reason]) =>
    make('fit', action, reason, {
      caution: 'ring',
      figures: {
        groove: 0,
        place: 'upper ring',
        material: 'EPDM',
        colour: 'black',
        lubricant: 'soap',
        n: 1,
        of: 3,
        minutes: 10,
      },
    }),
  ),
  make('fit', 'band-late', 'swollen', { figures: { place: 'band', groove: 0, minutes: 10 } }),
  ...(['band-waits', 'rings-on'] as const).map((reason) =>
    make('fit', 'press', reason, { caution: 'press-heavy', figures: { mass: 24, torque: 55, want: null } }),
  ),
  make('fit', 'press', 'rings-on', { caution: 'press' }),
  make('fit', 'turn', 'clock-out', { caution: 'fingers', figures: { at: 80, want: 90, tolerance: 5 } }),
  make('fit', 'next-cylinder', 'band-runs'),
  make('fit', 'next-cylinder', 'next'),
  make('fit', 'close-stage', 'all-in'),
  make('fit', 'done', 'closed'),
  make('record', 'count-out', 'still-in', {
    caution: 'plug',
    figures: { item: 'rag', place: 'bore', count: 2, left: 3 },
  }),
  make('record', 'close-first', 'earlier-open', { button: false }),
  ...(['all-closed', 'broken'] as const).map((reason) => make('record', 'sign', reason, { caution: 'defer' })),
  ...(['signed', 'signed-broken'] as const).map((reason) =>
    make('record', 'done', reason, { button: false, figures: { name: 'Ines', mark: 'abc' } }),
  ),
]

describe('sayStep', () => {
  it.each(moves.map((m) => [`${m.stage} ${m.action} ${m.reason}`, m] as const))(
    '%s has its words, and a figure for every blank in them',
    (_, m) => {
      const said = sayStep(m, write)
      expect(said.button === null).toBe(!m.button)
      for (const part of [said.head, said.why, said.caution, said.button]) {
        if (!part) continue
        const text = textOf(part.key)
        expect(typeof text, part.key).toBe('string')
        for (const [, blank] of text!.matchAll(/\{(\w+)\}/g))
          expect(
            [...Object.keys(part.params), ...Object.keys(part.words ?? {})],
            `${part.key} wants ${blank}`,
          ).toContain(blank)
        for (const key of Object.values(part.words ?? {})) expect(typeof textOf(key), key).toBe('string')
      }
    },
  )

  it('writes lengths, packs, angles and torque the person’s way', () => {
    const said = sayStep(
      make('cut', 'cut', 'measured', {
        figures: { kind: 'rough', leaves: [0.05, 0.2], expectMm: -0.05, restMm: 0.3, torque: 55, turnDeg: 90 },
      }),
      write,
    )
    expect(said.head).toEqual({
      key: 'step.cut.head.cut-rough',
      params: {
        cylinder: 3,
        clock: 3,
        kind: 'rough',
        leaves: '0.05 + 0.2',
        expect: '-0.050',
        rest: '0.300',
        torque: '55 N·m',
        turnDeg: 90,
      },
    })
  })

  it('never rounds a torque up at which to stop', () => {
    const said = sayStep(
      make('pull', 'pull', 'hand-is-stronger', {
        figures: { stopNm: 137.6, safeN: 31_300, handNm: 180, liftRoughMm: 38, mass: 24 },
      }),
      write,
    )
    expect(said.head.params).toMatchObject({ stop: '137 N·m', safe: '31.3 kN', hand: '180 N·m' })
  })

  it('writes money the person’s way, and says none where none is renewed', () => {
    const take = (count: number, renew: string) =>
      sayStep(
        make('decide', 'take', 'cheapest', { figures: { renew, count, percent: 12, now: 1500, expected: 2874.4 } }),
        write,
      ).head
    expect(take(3, '2, 3, 4')).toMatchObject({
      key: 'step.decide.head.take',
      params: { now: '1500.-', expected: '2874.-' },
    })
    expect(take(0, '—').key).toBe('step.decide.head.take-none')
  })

  it('names a stopper, an opening and a lubricant by their words', () => {
    expect(
      sayStep(
        make('record', 'count-out', 'still-in', { figures: { item: 'rag', place: 'oil-drilling', count: 2, left: 3 } }),
        write,
      ).head.words,
    ).toEqual({ itemWord: 'stopper.rag', placeWord: 'opening.oil-drilling' })
    expect(
      sayStep(make('fit', 'wet', 'clock-runs', { figures: { place: 'band', lubricant: 'oil' } }), write).head,
    ).toMatchObject({ words: { lubricantWord: 'lubricant.oil' }, params: { place: 'band' } })
  })

  it('sends a torque that nobody entered to the maker’s book', () => {
    expect(
      sayStep(make('cut', 'refit', 'trial', { caution: 'clamp', figures: { torque: null } }), write).caution?.key,
    ).toBe('step.caution.clamp-by-book')
  })
})
