import { describe, expect, it } from 'vitest'
import type { JobAct } from '../job/acts'
import type { Snapshot } from '../job/snapshot'
import { ids, Played } from '../testing/make-snapshot'
import { engineMarks, sharedCauses } from './engine-clock'

let n = 0
const id = () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`
const done = (...acts: JobAct[]): Snapshot => acts.reduce((played, act) => played.act(act), new Played()).snapshot
const pitted = (cylinder: number, atDeg: number, severity = 2): JobAct => ({
  what: 'mark-finding',
  findingId: id(),
  cylinder,
  on: 'outside',
  kind: 'pitting',
  atDeg,
  spanDeg: 40,
  fromMm: 40,
  toMm: 90,
  severity,
  pastSteps: null,
  words: '',
})
const fretted = (cylinder: number, atDeg: number, depthMm = 0.05): JobAct => ({
  what: 'mark-wear',
  markId: id(),
  cylinder,
  kind: 'fretting',
  atDeg,
  spanDeg: 60,
  depthMm,
  words: '',
})

describe('one clock for the whole engine', () => {
  it('lays what every work saw on one drawing: by side as seen from the front, along the engine, by height', () => {
    const marks = engineMarks(done(pitted(3, 90, 3), fretted(6, 270, 0.1)))
    const [ledge, liner] = [marks.find((m) => m.of === 'ledge')!, marks.find((m) => m.of === 'liner')!]
    // 3 o'clock on the deck, seen from above, lies at the left of who stands before the engine.
    expect(liner.side).toBeCloseTo(-1, 9)
    expect(ledge.side).toBeCloseTo(1, 9)
    expect(liner.alongMm).toBe(2 * 172)
    expect(ledge.alongMm).toBe(5 * 172)
    expect(ledge.height).toBeGreaterThan(liner.height)
    expect([liner.weight, ledge.weight]).toEqual([1, 1])
  })
  it('finds the side that several works share, and none where it is scattered', () => {
    const same = engineMarks(done(pitted(1, 80), pitted(4, 100), fretted(2, 90)))
    expect(sharedCauses(same, 172)).toContainEqual({
      code: 'same-side',
      sources: ['ledge', 'liner'],
      side: -1,
      cylinder: null,
      marks: 3,
    })
    const scattered = engineMarks(done(pitted(1, 80), pitted(4, 270), fretted(2, 90), fretted(5, 280)))
    expect(sharedCauses(scattered, 172).filter((c) => c.code === 'same-side')).toEqual([])
    // One work alone says it by itself.
    expect(sharedCauses(engineMarks(done(pitted(1, 80), pitted(2, 90))), 172)).toEqual([])
  })
  it('finds the cylinder that is worse than the rest in more than one work', () => {
    const marks = engineMarks(done(pitted(3, 0, 3), fretted(3, 180, 0.1), pitted(1, 0, 1), fretted(5, 180, 0.02)))
    const causes = sharedCauses(marks, 172).filter((c) => c.code === 'same-cylinder')
    expect(causes.map((c) => c.cylinder)).toEqual([3])
  })
  it('lets what was struck out say nothing', () => {
    const job = done(pitted(3, 90))
    const struck = {
      ...job,
      findings: job.findings.map((f) => ({ ...f, struck: { personId: ids.person, at: f.at, reason: 'slip' } })),
    }
    expect(engineMarks(struck)).toEqual([])
  })
  it('sees a damper that no longer damped behind pitting and fretting', () => {
    const marks = engineMarks(done(pitted(2, 0), fretted(4, 180)))
    const damper = {
      of: 'damper',
      word: 'front.scrap.rubber',
      cylinder: null,
      place: 'front',
      alongMm: -86,
      side: null,
      height: 0,
      weight: 1,
    } as const
    expect(sharedCauses(marks, 172).some((c) => c.code === 'shaken')).toBe(false)
    expect(sharedCauses([...marks, damper], 172)).toContainEqual({
      code: 'shaken',
      sources: ['damper', 'ledge', 'liner'],
      side: null,
      cylinder: null,
      marks: 3,
    })
  })
})
