import { describe, expect, it } from 'vitest'
import { applyAct } from '../../job/apply'
import type { Snapshot } from '../../job/snapshot'
import { sixCylinders } from '../../testing/make-snapshot'
import { jointAt, jointOf, orderOf, readJoint } from './read-joint'

let n = 0
const id = () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`

function tightened(
  job: Snapshot,
  bolt: string,
  round: number,
  torqueNm: number,
  angleDeg: number | null = null,
): Snapshot {
  return applyAct(
    job,
    {
      what: 'tighten-bolt',
      tighteningId: id(),
      joint: 'hold-down',
      cylinder: 3,
      bolt,
      round,
      torqueNm,
      angleDeg,
      shown: torqueNm,
      unit: 'Nm',
      source: 'wrench',
      condition: 'oiled',
    },
    { seq: ++n, at: '2026-11-02T08:00:00.000Z', personId: id() },
  )
}

describe('the hold-down of a liner', () => {
  const job = sixCylinders()
  const joint = jointOf(job, 'hold-down')!

  it('comes with the torque of the sheet, and none where the sheet has none', () => {
    expect(joint.torqueNm).toBe(55)
    const without = { ...job, sheet: { ...job.sheet, limits: { ...job.sheet.limits, holdDownNm: null } } }
    expect(jointOf(without, 'hold-down')).toBeNull()
  })

  it('has an order of its own where the book has none, and the book\u2019s where it has one', () => {
    expect(orderOf(joint)).toMatchObject({ ofBook: false })
    expect([...orderOf(joint).order].sort()).toEqual(['1', '2', '3', '4'])
    expect(orderOf({ ...joint, order: ['4', '3', '2', '1'] })).toEqual({ order: ['4', '3', '2', '1'], ofBook: true })
  })

  it('goes round by round, bolt by bolt, and is done after the last', () => {
    let now = job
    const { order } = orderOf(joint)
    expect(readJoint(now, joint, 3)).toMatchObject({ round: 0, next: order[0], done: false })
    for (const bolt of order) now = tightened(now, bolt, 0, 27.5)
    expect(readJoint(now, joint, 3)).toMatchObject({ round: 1, next: order[0] })
    for (const bolt of order) now = tightened(now, bolt, 1, 55)
    expect(readJoint(now, joint, 3)).toMatchObject({ done: true, next: null })
    expect(jointAt(now, 'hold-down', 3)?.done).toBe(true)
    expect(jointAt(now, 'hold-down', 4)?.done).toBe(false)
    expect(jointAt(now, 'no-such-joint', 4)).toBeNull()
  })

  it('shows at once the bolt that is short, over, or turned unlike its sisters', () => {
    let now = job
    const { order } = orderOf(joint)
    for (const bolt of order) now = tightened(now, bolt, 0, 27.5)
    const [a, b, c, d] = order as [string, string, string, string]
    now = tightened(now, a, 1, 48)
    expect(readJoint(now, joint, 3)).toMatchObject({ next: a, done: false })
    now = tightened(now, a, 1, 55, 30)
    now = tightened(now, b, 1, 70, 31)
    now = tightened(now, c, 1, 55, 30)
    now = tightened(now, d, 1, 55, 95)
    const verdicts = Object.fromEntries(
      readJoint(now, joint, 3).rounds[1]!.judged.bolts.map((x) => [x.bolt, x.verdict]),
    )
    expect(verdicts).toEqual({ [a]: 'ok', [b]: 'over', [c]: 'ok', [d]: 'turns-too-far' })
  })

  it('is not done with a bolt that took more than the book allows, in any round, until it is drawn anew', () => {
    const { order } = orderOf(joint)
    const [a] = order as [string]
    let now = order.reduce((job, bolt) => tightened(job, bolt, 0, 27.5), job)
    expect(readJoint(tightened(now, a, 0, 33), joint, 3)).toMatchObject({ round: 1 })
    expect(readJoint(tightened(now, a, 0, 60), joint, 3)).toMatchObject({ round: 0, next: a })
    for (const bolt of order) now = tightened(now, bolt, 1, bolt === a ? 60 : 55)
    expect(readJoint(now, joint, 3)).toMatchObject({ round: 1, next: a, done: false })
    expect(readJoint(tightened(now, a, 1, 55), joint, 3)).toMatchObject({ next: null, done: true })
  })

  it('names a bolt that has become too long', () => {
    const long = { ...joint, freeLengthMaxMm: 120 }
    const measured = (mm: number) =>
      applyAct(
        job,
        { what: 'measure-bolt', lengthId: id(), joint: 'hold-down', cylinder: 3, bolt: '2', freeLengthMm: mm },
        { seq: ++n, at: '2026-11-02T08:00:00.000Z', personId: id() },
      )
    expect(readJoint(measured(120.4), long, 3).tooLong).toEqual(['2'])
    expect(readJoint(measured(119.9), long, 3).tooLong).toEqual([])
  })
})
