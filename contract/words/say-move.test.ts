import { describe, expect, it } from 'vitest'
import type { Move } from '#core/job/move'
import { isMeasured, stageNames, type StageName } from '#core/job/stages'
import { deckSays, type NextMove } from '#core/works/liners/deck-move-input'
import { move as deckMove } from '#core/works/liners/move-corrections'
import { stageLogic } from '#core/works/logic'
import { en } from './all'
import { sayMove, sharedButtons, sharedReasons } from './say-move'

const write = {
  length: (mm: number) => mm.toFixed(3),
  rough: (mm: number) => mm.toFixed(0),
  pressure: (kPa: number) => `${kPa / 100} bar`,
  torque: (nm: number, down = false) => `${down ? Math.floor(nm) : nm} N·m`,
  force: (n: number) => `${n / 1000} kN`,
  whole: (n: number) => `${n.toFixed(0)}.-`,
  money: (n: number) => `${n.toFixed(0)}.-`,
  leaves: (l: readonly number[]) => l.join(' + '),
  list: (items: readonly string[]) => items.join(', '),
}
const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en) as string | undefined
const make = (stage: Move['stage'], action: string, reason: string, more: Partial<Move> = {}): Move => ({
  stage,
  words: stage,
  action,
  head: action,
  reason,
  caution: null,
  button: action,
  cylinder: 3,
  place: null,
  stationDeg: 90,
  figures: {},
  ...more,
})

/** Every move a stage can make, with the figures it carries. */
const moves: Move[] = [
  make('counterbores', 'measure', 'first', { caution: 'clean', figures: { n: 1, of: 4 } }),
  make('counterbores', 'measure', 'continue', { figures: { n: 2, of: 4 } }),
  make('counterbores', 'measure', 'zero-moved', { button: 'repeat-anew', figures: { n: 1, of: 4 } }),
  make('counterbores', 'close-zero', 'zero-unchecked'),
  make('counterbores', 'clean-ledge', 'burr', { caution: 'file' }),
  make('counterbores', 'clean-ledge', 'old-seal'),
  make('counterbores', 'next-cylinder', 'next'),
  make('counterbores', 'close-stage', 'some-worn', { figures: { cylinders: [3] } }),
  make('counterbores', 'close-stage', 'all-sound', { figures: { cylinders: [] } }),
  make('counterbores', 'done', 'closed'),
  make('parts', 'add', 'no-liners', { figures: { bores: 6 } }),
  make('parts', 'measure', 'too-few-measured', { figures: { label: 'T7', measured: 4, bores: 6 } }),
  make('parts', 'measure', 'one-left', { figures: { label: 'T7' } }),
  make('parts', 'close-stage', 'some-odd', { figures: { labels: ['T7'] } }),
  make('parts', 'close-stage', 'all-measured', { figures: { offMm: 0.02 } }),
  make('parts', 'done', 'closed'),
  make('repair-plan', 'ledges-first', 'not-measured', { figures: { cylinders: [2, 3] } }),
  make('repair-plan', 'take', 'compare', { button: null }),
  make('repair-plan', 'close-stage', 'taken', { figures: { cuts: 2, shims: 1, school: 'aim' } }),
  make('repair-plan', 'done', 'closed'),
  make('cut', 'plan-first', 'no-plan'),
  make('cut', 'plug-in', 'chips', { caution: 'tally' }),
  make('cut', 'plug-out', 'finished', { caution: 'tally', figures: { item: { word: 'stopper.foam-plug' }, count: 1 } }),
  make('cut', 'liner-out', 'before-pass', { caution: 'heavy' }),
  make('cut', 'liner-out', 'before-shim'),
  ...(['rough', 'finish'] as const).flatMap((kind) =>
    (['measured', 'arithmetic'] as const).map((reason) =>
      make('cut', 'cut', reason, {
        head: `cut-${kind}`,
        caution: 'cutter-chips',
        figures: { passKind: kind, leavesMm: [0.05, 0.2], expectMm: 0.1, restMm: 0.3 },
      }),
    ),
  ),
  make('cut', 'refit', 'after-pass', { caution: 'clamp', figures: { label: 'T7', turnDeg: 90, holdDownNm: 55 } }),
  make('cut', 'refit', 'trial', {
    head: 'refit-as-marked',
    caution: 'clamp-by-book',
    figures: { label: 'T7', turnDeg: 0, holdDownNm: null },
  }),
  make('cut', 'refit', 'after-pass', { head: 'refit-as-marked', figures: { label: 'T7', turnDeg: 0, holdDownNm: 55 } }),
  ...(['after-pass', 'before-last', 'at-the-end'] as const).map((reason) =>
    make('cut', 'measure', reason, { figures: { expectMm: 0.1 } }),
  ),
  make('cut', 'shim', 'planned', { caution: 'chamfer', figures: { label: 'C1', shimMm: 0.2, expectMm: 0.1 } }),
  make('cut', 'too-deep', 'thicker-shim', { figures: { label: 'D1', shimMm: 0.25, expectMm: 0.1 } }),
  make('cut', 'too-deep', 'other-liner', { button: null, figures: { label: 'T8', expectMm: 0.1 } }),
  make('cut', 'too-deep', 'machine-shop', { button: null, caution: 'block-to-machine-shop', figures: { wantMm: 0.4 } }),
  make('cut', 'blocked', 'no-leaf-thin-enough', { button: null, figures: { restMm: 0.02 } }),
  make('cut', 'blocked', 'past-max-depth', { button: null, figures: { depthMm: 11.2, limitMm: 11.3 } }),
  make('cut', 'blocked', 'shim-not-here', { button: null, figures: { shimMm: 0.3 } }),
  make('cut', 'next-cylinder', 'next'),
  make('cut', 'close-stage', 'all-done'),
  make('cut', 'done', 'closed'),
  make('protect', 'count-in', 'nothing-in', { button: null, caution: 'tally' }),
  make('protect', 'close-stage', 'counted', { figures: { wentIn: 7, stillIn: 6 } }),
  make('protect', 'done', 'closed', { figures: { stillIn: 6 } }),
  make('pull', 'shape-first', 'no-shape'),
  make('pull', 'puller-first', 'no-puller', { button: null }),
  ...(['no-room', 'disc-cannot-pass', 'disc-catches-nothing', 'feet-on-flange'] as const).map((reason) =>
    make('pull', 'other-puller', reason, {
      button: null,
      caution: 'breaks',
      figures: { name: 'Bridge', discRoughMm: 155, boreRoughMm: 154.4, linerRoughMm: 140, overlapRoughMm: 4 },
    }),
  ),
  ...(['screw', 'bar', 'lip', 'hand-is-stronger'] as const).map((reason) =>
    make('pull', 'pull', reason, {
      caution: reason === 'bar' ? 'pull-heavy' : 'pull',
      figures: { stopAtMostNm: 137.6, safeN: 31_300, handNm: 180, liftRoughMm: 38, mass: 24 },
    }),
  ),
  make('pull', 'next-cylinder', 'next'),
  make('pull', 'close-stage', 'all-out'),
  make('pull', 'next-cylinder', 'next', { caution: 'puller-over', figures: { peakNm: 190, stopAtMostNm: 137.6 } }),
  make('pull', 'done', 'closed'),
  make('look', 'grade', 'heaviest', {
    figures: { grade: { word: 'grade.poor' }, kind: 'pitting', severity: 2, count: 3 },
  }),
  make('look', 'grade', 'nothing-marked', { figures: { grade: { word: 'grade.good' }, count: 0 } }),
  make('look', 'next-cylinder', 'next'),
  make('look', 'close-stage', 'some-bad', { figures: { cylinders: [3] } }),
  make('look', 'close-stage', 'all-graded'),
  make('look', 'done', 'closed'),
  make('look', 'next-cylinder', 'marked-since'),
  make('look', 'grade', 'worse-since', { figures: { graded: { word: 'grade.good' }, grade: { word: 'grade.poor' } } }),
  make('decide', 'grade-first', 'not-graded', { figures: { cylinders: [3] } }),
  ...(['cheapest', 'graded-since'] as const).map((reason) =>
    make('decide', 'take', reason, {
      figures: { renew: [3], count: 1, percent: 12, nowMoney: 500, expectedMoney: 900 },
    }),
  ),
  make('decide', 'close-stage', 'decided', { figures: { renew: [3], count: 1 } }),
  make('decide', 'take', 'cheapest', {
    head: 'take-none',
    figures: { renew: [], count: 0, percent: 3, nowMoney: 0, expectedMoney: 210 },
  }),
  make('decide', 'close-stage', 'decided', { head: 'close-stage-none', figures: { renew: [], count: 0 } }),
  make('decide', 'done', 'closed'),
  make('fit', 'out-again', 'ring-not-on', {
    button: null,
    cylinder: 3,
    caution: 'seals-cost',
    figures: { place: 'upper ring' },
  }),
  make('counterbores', 'close-stage', 'two-sets', { cylinder: 2 }),
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
        lubricant: { word: 'lubricant.soap' },
        n: 1,
        of: 3,
        minutes: 10,
      },
    }),
  ),
  make('fit', 'band-late', 'swollen', { figures: { place: 'band', groove: 0, minutes: 10 } }),
  ...(['band-waits', 'rings-on'] as const).map((reason) =>
    make('fit', 'press', reason, { caution: 'press-heavy', figures: { mass: 24, holdDownNm: 55, want: null } }),
  ),
  make('fit', 'press', 'rings-on', { caution: 'press' }),
  make('fit', 'turn', 'clock-out', { caution: 'fingers', figures: { at: 80, want: 90, tolerance: 5 } }),
  make('fit', 'next-cylinder', 'band-runs'),
  make('fit', 'next-cylinder', 'next'),
  make('fit', 'close-stage', 'all-in'),
  make('fit', 'done', 'closed'),
  make('record', 'count-out', 'still-in', {
    caution: 'plug',
    figures: { item: { word: 'stopper.rag' }, place: { word: 'opening.bore' }, count: 2, left: 3 },
  }),
  make('record', 'close-first', 'earlier-open', { button: null }),
  ...(['all-closed', 'broken'] as const).map((reason) => make('record', 'sign', reason, { caution: 'defer' })),
  ...(['signed', 'signed-broken'] as const).map((reason) =>
    make('record', 'done', reason, { button: null, figures: { name: 'Ines', mark: 'abc' } }),
  ),
]

const deck = (change: Partial<NextMove> & Pick<NextMove, 'action' | 'reason'>) =>
  deckMove('trial-fit', change.action, 3, change.reason, { stationDeg: 90, ...change })
const full: NextMove['figures'] = {
  cylinders: [3],
  leavesMm: [0.25, 0.08],
  packMm: 0.33,
  expectMm: 0.15,
  endMm: 0.1,
  tiltMm: 0.06,
  highAtDeg: 90,
  cleanCutMm: 0.11,
  frettingMm: 0.02,
  depthMm: 10.5,
  limitMm: 11.3,
  valueMm: 0.14,
  uncertaintyMm: 0.004,
  more: 2,
  stepMm: 0.05,
  neighbour: 2,
  holdDownNm: 55,
  stationNumber: 1,
  stationCount: 4,
  rangeMm: 0.05,
  passKind: 'rough',
}
const thenShim = ['leans', 'fretted', 'low', 'high', 'stepped', 'head-range', 'too-close'] as const
/** Every move of a deck, with its figures. */
const deckMoves = [
  ...deckSays.actions.flatMap((action) =>
    deckSays.reasons.map((reason) => {
      const shim = {
        ...(action === 'shim' ? { shimMm: 0.2 } : {}),
        ...(action === 'shim-out' ? { shimOutMm: 0.1 } : {}),
      }
      return deck({ action, reason, figures: { ...full, ...shim } })
    }),
  ),
  ...deckSays.cautions.map((caution) => deck({ action: 'measure', reason: 'first', caution, figures: full })),
  ...thenShim.flatMap((reason) =>
    (['rough', 'finish'] as const).map((passKind) =>
      deck({ action: 'cut', reason, figures: { ...full, passKind, shimMm: 0.2, shimOutMm: 0.1 } }),
    ),
  ),
  deck({ action: 'shim', reason: 'low', figures: { ...full, shimMm: 0.2, shimOutMm: 0.1 } }),
  deck({
    action: 'decide',
    reason: 'too-close',
    figures: { valueMm: 0.1, limitMm: 0.1, uncertaintyMm: 0.004, shimMm: 0.1 },
  }),
]

describe('sayMove on a deck', () => {
  it('has a message for every action, reason and caution, and a figure for every blank in it', () => {
    for (const m of deckMoves) {
      const said = sayMove(m, write)
      for (const part of [said.head, said.why, said.caution, said.button]) {
        if (!part) continue
        const text = textOf(part.key)
        expect(typeof text, part.key).toBe('string')
        for (const [, blank] of text!.matchAll(/\{(\w+)\}/g))
          expect(Object.keys(part.params), `${part.key} wants ${blank}`).toContain(blank)
      }
    }
  })

  it('says a cut with its figures', () => {
    const said = sayMove(deck({ action: 'cut', reason: 'leans', caution: 'chips', figures: full }), write)
    expect(said.head).toMatchObject({
      key: 'move.deck.head.cut-rough',
      params: { cylinder: 3, leaves: '0.25 + 0.08', expect: '0.150' },
    })
    expect(said.why).toMatchObject({
      key: 'move.deck.why.leans',
      params: { tilt: '0.060', highClock: 3, cleanCut: '0.110' },
    })
    expect([said.button?.key, said.caution?.key]).toEqual(['move.deck.button.cut', 'caution.chips'])
  })

  it('tells the whole plan where it is more than one step', () => {
    const passes = [
      { kind: 'rough' as const, packMm: 0.25 },
      { kind: 'finish' as const, packMm: 0.05 },
    ]
    const cut = (p: typeof passes) =>
      deck({ action: 'cut', reason: 'leans', figures: { ...full, passes: p, shimMm: 0.2 } })
    expect(sayMove(cut(passes), write).plan).toEqual([
      { key: 'move.plan.rough', params: { pack: '0.250' } },
      { key: 'move.plan.finish', params: { pack: '0.050' } },
      { key: 'move.plan.shim', params: { shim: '0.200' } },
    ])
    expect(sayMove(cut(passes), { ...write, shim: () => 'S2' }).plan.at(-1)!.params).toEqual({ shim: 'S2' })
    const one = deck({ action: 'cut', reason: 'leans', figures: { ...full, passes: passes.slice(1) } })
    expect(sayMove(one, write).plan).toEqual([])
  })

  it('clamps by the maker’s book where the sheet has no torque', () => {
    const clamped = (holdDownNm: number | null) =>
      sayMove(deck({ action: 'measure', reason: 'first', caution: 'clamp', figures: { ...full, holdDownNm } }), write)
    expect([clamped(55).caution?.key, clamped(null).caution?.key]).toEqual(['caution.clamp', 'caution.clamp-by-book'])
  })
})

describe('what a stage can say', () => {
  const groupOf = (stage: StageName) => (isMeasured(stage) ? 'deck' : stage)
  const here = (group: string, part: string) =>
    Object.keys((textOf(`move.${group}.${part}`) as unknown as object) ?? {})

  it.each(stageNames)('is in the words files, all of it and no more: %s', (stage) => {
    const { actions, told = [], heads = [], reasons, cautions = [] } = stageLogic[stage].says
    const group = groupOf(stage)
    const said = here(group, 'head')
    // An action whose sentences all differ has none of its own name.
    const own = [...actions, ...told].filter((a) => !heads.some((h) => h.startsWith(`${a}-`)) || said.includes(a))
    expect(said.sort()).toEqual([...new Set([...own, ...heads])].sort())
    const whys = here(group, 'why').filter((w) => !w.endsWith('-then-shim'))
    expect(whys.sort()).toEqual(reasons.filter((r) => !(sharedReasons as readonly string[]).includes(r)).sort())
    expect(
      here(group, 'button')
        .filter((b) => b !== 'repeat-anew')
        .sort(),
    ).toEqual(actions.filter((a) => a !== 'repeat-anew' && !(sharedButtons as readonly string[]).includes(a)).sort())
    for (const caution of cautions) expect(typeof textOf(`caution.${caution}`), caution).toBe('string')
  })

  it('leaves no caution that nobody gives', () => {
    const given = new Set(stageNames.flatMap((s) => stageLogic[s].says.cautions ?? []))
    expect(Object.keys(en.caution as object).filter((c) => !given.has(c))).toEqual([])
  })
})

describe('sayMove', () => {
  it.each(moves.map((m) => [`${m.stage} ${m.action} ${m.reason}`, m] as const))(
    '%s has its words, and a figure for every blank in them',
    (_, m) => {
      const said = sayMove(m, write)
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

  it('writes lengths, packs, directions and torque the person’s way', () => {
    const figures = {
      passKind: 'rough',
      leavesMm: [0.05, 0.2],
      expectMm: -0.05,
      holdDownNm: 55,
      turnDeg: 90,
      leanAtDeg: 90,
    }
    const said = sayMove(make('cut', 'cut', 'measured', { head: 'cut-rough', figures }), write)
    expect(said.head).toEqual({
      key: 'move.cut.head.cut-rough',
      params: {
        cylinder: 3,
        stationClock: 3,
        passKind: 'rough',
        leaves: '0.05 + 0.2',
        expect: '-0.050',
        holdDown: '55 N·m',
        turnDeg: 90,
        leanClock: 3,
      },
    })
  })

  it('never rounds a torque up at which to stop', () => {
    const figures = { stopAtMostNm: 137.6, safeN: 31_300, handNm: 180, liftRoughMm: 38, mass: 24 }
    const said = sayMove(make('pull', 'pull', 'hand-is-stronger', { figures }), write)
    expect(said.head.params).toMatchObject({ stop: '137 N·m', safe: '31.3 kN', hand: '180 N·m' })
  })

  it('writes money the person’s way, and joins several as the locale does', () => {
    const figures = { renew: [2, 3, 4], count: 3, percent: 12, nowMoney: 1500, expectedMoney: 2874.4 }
    const { params } = sayMove(make('decide', 'take', 'cheapest', { figures }), write).head
    expect(params).toMatchObject({ now: '1500.-', expected: '2874.-', renew: '2, 3, 4' })
  })

  it('names what is a name in the core by its word, and a place by its kind and number', () => {
    const figures = { item: { word: 'stopper.rag' }, place: { word: 'opening.oil-drilling' }, count: 2, left: 3 }
    expect(sayMove(make('record', 'count-out', 'still-in', { figures }), write).head.words).toEqual({
      item: 'stopper.rag',
      place: 'opening.oil-drilling',
    })
    const at = sayMove(make('cut', 'next-cylinder', 'next', { cylinder: null, place: 'main-housing-3' }), write).head
    expect(at).toMatchObject({ words: { place: 'place.main-housing' }, params: { placeN: '3' } })
  })
})
