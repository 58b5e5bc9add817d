import { describe, expect, it } from 'vitest'
import { sixCylinders } from '../testing/make-snapshot'
import { atCylinder } from './place'
import { stageSteps } from './step'

const says = {
  actions: ['look', 'mend', 'next-cylinder', 'close-stage', 'done'],
  told: ['odd'],
  reasons: ['because', 'strange', 'next', 'all', 'closed'],
  gates: ['not-tested', 'odd-flow'],
} as const
/** A stage whose cylinders want what a table says of them. */
const stage = (wants: Record<number, ('look' | 'mend' | 'odd')[]>) => {
  const { part, logic } = stageSteps('gas-test', says)
  const at = part({
    places: (s) => s.engine.heads.flat().map(atCylinder),
    read: (_, { cylinder }) => wants[cylinder] ?? [],
  })
  return logic({
    parts: [
      at.of([
        {
          action: 'odd',
          when: ({ state }) => state.includes('odd'),
          gate: { code: 'odd-flow', soft: true },
          reason: 'strange',
          doubt: true,
        },
        {
          action: 'look',
          when: ({ state }) => state.includes('look'),
          gate: { code: 'not-tested', soft: false },
          reason: 'because',
        },
        {
          action: 'mend',
          when: ({ state }) => state.includes('mend'),
          gate: { code: 'not-tested', soft: false },
          reason: 'because',
        },
      ]),
    ],
    next: { action: 'next-cylinder', reason: 'next', figures: () => ({}) },
    closes: () => ({ reason: 'all' }),
  })
}
const job = sixCylinders()
const at = (cylinder: number) => ({ cylinder, nowMs: 0 })
const gate = (s: ReturnType<typeof stage>) => s.problems(job, 0).map((p) => `${p.code}:${p.cylinders.join()} ${p.soft}`)

describe('the steps of a stage', () => {
  it('are the move at the place in hand first, and every one that stands anywhere is in the gate', () => {
    const of = stage({ 2: ['mend', 'look'], 5: ['mend'] })
    expect(of.move(job, at(5))).toMatchObject({ action: 'mend', cylinder: 5 })
    expect(of.move(job, at(1))).toMatchObject({ action: 'next-cylinder', cylinder: 2 })
    // Two steps of one code at one place are one reason.
    expect(gate(of)).toEqual(
      ['earlier-open: false', 'not-tested:2,5 false'].slice(gate(of)[0]!.startsWith('earlier') ? 0 : 1),
    )
  })
  it('tell a doubt at the place in hand and go on; with nothing else left they can be closed over it', () => {
    const of = stage({ 3: ['odd'], 4: ['look'] })
    expect(of.move(job, at(3))).toMatchObject({
      head: 'odd',
      action: 'next-cylinder',
      button: 'next-cylinder',
      cylinder: 3,
      to: { cylinder: 4 },
    })
    expect(of.move(job, at(4))).toMatchObject({ action: 'look' })
    const rest = stage({ 3: ['odd'] })
    for (const cylinder of [1, 3])
      expect(rest.move(job, at(cylinder))).toMatchObject({ head: 'odd', action: 'close-stage', cylinder: 3 })
    expect(gate(rest)).toContain('odd-flow:3 true')
  })
  it('come before a doubt of the same place, whichever stands first', () => {
    expect(stage({ 3: ['odd', 'mend'] }).move(job, at(3))).toMatchObject({ action: 'mend' })
  })
  it('are refused where one code is hard and soft, or a doubt is hard', () => {
    const { whole, logic } = stageSteps('gas-test', says)
    const step = { action: 'look', when: () => true, reason: 'because' } as const
    const of = (...steps: Parameters<ReturnType<typeof whole<null>>['of']>[0]) =>
      logic({ parts: [whole(() => null).of(steps)], closes: () => ({ reason: 'all' }) })
    expect(() =>
      of({ ...step, gate: { code: 'not-tested', soft: true } }, { ...step, gate: { code: 'not-tested', soft: false } }),
    ).toThrow('hard and soft')
    expect(() => of({ ...step, gate: { code: 'not-tested', soft: false }, doubt: true })).toThrow('doubt')
  })
})
