import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { MoveAction, MoveCaution, MoveReason, NextMove } from '#core/works/liners/deck-move-input'
import { gateCodes } from '#core/job/route'
import { stageNames } from '#core/works/stage-table'
import { jobActNames, refusalCodes, shopAct } from '../commands'
import en from './en.json'
import { sayMove } from './say-move'

const keys = new Set<string>()
function collect(node: object, path: string): void {
  for (const [name, value] of Object.entries(node)) {
    const key = path ? `${path}.${name}` : name
    if (typeof value === 'string') keys.add(key)
    else collect(value as object, key)
  }
}
collect(en, '')

const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en) as string
const files = ['web', 'server']
  .flatMap((root) => readdirSync(root, { recursive: true, encoding: 'utf8' }).map((name) => join(root, name)))
  .filter((f) => /\.(vue|ts)$/.test(f) && !f.endsWith('.test.ts'))

describe('the message file', () => {
  it.each(files)('has every message that %s names', (file) => {
    const source = readFileSync(file, 'utf8')
    for (const [, key] of source.matchAll(/\b(?:t|word)\(\s*'([a-z][\w.-]+)'/g)) expect(keys, key).toContain(key)
    for (const [, start] of source.matchAll(/\b(?:t|word)\(\s*`([a-z][\w.-]+?\.)\$\{/g)) {
      expect(
        [...keys].some((k) => k.startsWith(start!)),
        start,
      ).toBe(true)
    }
  })

  it('leaves no template of a component with words of its own', () => {
    for (const file of files.filter((f) => f.endsWith('.vue'))) {
      const source = readFileSync(file, 'utf8')
      const template = source.slice(source.indexOf('<template>'))
      const words = [...template.matchAll(/>\s*([A-Za-z][a-z]+ [a-z ]+)\s*</g)].map((m) => m[1])
      expect(words, file).toEqual([])
    }
  })

  it('has words for every stage, every act that may be laid aside, and every gate', () => {
    for (const stage of stageNames) expect(keys).toContain(`stage.${stage}`)
    for (const what of [...jobActNames, ...shopAct.options.map((o) => o.shape.what.value)])
      expect(keys).toContain(`act.${what}`)
    for (const code of gateCodes) expect(keys).toContain(`gate.${code}`)
  })

  it('has words for every refusal', () => {
    for (const code of refusalCodes) expect(keys).toContain(`refusal.${code}`)
  })
})

const actions: MoveAction[] = [
  'measure',
  'close-zero',
  'repeat',
  'repeat-anew',
  'decide',
  'shim',
  'shim-out',
  'cut',
  'blocked',
  'next-cylinder',
  'close-stage',
  'back-to-trial',
  'done',
]
const reasons: MoveReason[] = [
  'first',
  'continue',
  'after-cut',
  'after-shim',
  'after-shim-out',
  'zero-moved',
  'rough-readings',
  'baseline',
  'zero-unchecked',
  'leans',
  'fretted',
  'low',
  'high',
  'stepped',
  'head-range',
  'on-the-line',
  'too-close',
  'past-max-depth',
  'no-shim-thick-enough',
  'no-leaf-thin-enough',
  'all-inside',
  'closed',
  'waits-first',
  'waits-open',
  'waits-changed',
  'waits-zero',
  'waits-line',
  'waits-outside',
  'outside-low',
  'outside-high',
  'outside-spread',
  'outside-step',
  'outside-head',
]
const cautions: MoveCaution[] = ['clamp', 'chips', 'chamfer', 'lead-decides', 'machine-shop', 'seals-out']
const plain = {
  length: (mm: number) => mm.toFixed(3),
  rough: (mm: number) => mm.toFixed(0),
  torque: (nm: number) => `${nm} N·m`,
  force: (n: number) => `${n} N`,
  whole: (n: number) => n.toFixed(0),
  leaves: (l: number[]) => l.join(' + '),
  shim: (mm: number) => mm.toFixed(3),
}
const move = (change: Partial<NextMove>): NextMove => ({
  action: 'cut',
  cylinder: 3,
  stationDeg: null,
  reason: 'leans',
  caution: null,
  figures: {},
  ...change,
})
const full: NextMove['figures'] = {
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
}

describe('sayMove', () => {
  it('says a cut with its figures', () => {
    const said = sayMove(move({ figures: { ...full, passKind: 'rough' }, caution: 'chips' }), plain)
    expect(said.head).toMatchObject({
      key: 'move.head.cut-rough',
      params: { cylinder: 3, leaves: '0.25 + 0.08', expect: '0.150' },
    })
    expect(said.why).toMatchObject({ key: 'move.why.leans', params: { tilt: '0.060', clock: 3, cleanCut: '0.110' } })
    expect(said.button?.key).toBe('move.button.cut')
  })

  it('tells the whole plan where it is more than one step', () => {
    const passes: NextMove['figures']['passes'] = [
      { kind: 'rough', packMm: 0.25 },
      { kind: 'finish', packMm: 0.05 },
    ]
    const said = sayMove(move({ figures: { ...full, passes, shimMm: 0.2 } }), plain)
    expect(said.plan).toEqual([
      { key: 'move.plan.rough', params: { pack: '0.250' } },
      { key: 'move.plan.finish', params: { pack: '0.050' } },
      { key: 'move.plan.shim', params: { shim: '0.200' } },
    ])
    for (const step of said.plan) expect(keys).toContain(step.key)
    expect(sayMove(move({ figures: { ...full, passes: passes!.slice(1) } }), plain).plan).toEqual([])
  })

  it('has a message for every action, reason and caution, and a figure for every blank in it', () => {
    const cases = actions.flatMap((action) =>
      reasons.map((reason) => move({ action, reason, stationDeg: 90, figures: { ...full, passKind: 'rough' } })),
    )
    const more = cautions.map((caution) => move({ caution, figures: full }))
    const shimmed = reasons
      .filter((r) => ['leans', 'fretted', 'low', 'high', 'stepped', 'head-range', 'too-close'].includes(r))
      .map((reason) => move({ reason, figures: { ...full, shimMm: 0.2, shimOutMm: 0.1, passKind: 'finish' } }))
    const shims = [
      move({ action: 'shim', figures: { ...full, shimMm: 0.2 } }),
      move({ action: 'shim', figures: { ...full, shimMm: 0.2, shimOutMm: 0.1 } }),
      move({ action: 'shim-out', figures: { ...full, shimOutMm: 0.1 } }),
    ]
    for (const one of [...cases, ...more, ...shimmed, ...shims]) {
      if (one.action === 'shim-out' && one.figures.shimOutMm === undefined) continue
      if (one.action === 'shim' && one.figures.shimMm === undefined) continue
      const said = sayMove(one, plain)
      for (const part of [said.head, said.why, said.caution, said.button]) {
        if (!part) continue
        expect(keys, `${one.action} ${one.reason}`).toContain(part.key)
        for (const [, blank] of textOf(part.key).matchAll(/\{(\w+)\}/g))
          expect(Object.keys(part.params), `${part.key} wants ${blank}`).toContain(blank)
      }
    }
  })
})
