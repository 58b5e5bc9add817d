import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import type { Answers } from '../../job/ask'
import { applyAct } from '../../job/apply'
import type { Snapshot } from '../../job/snapshot'
import type { MeasuredBy } from '../../job/turn'
import { newUuid } from '../../testing/new-uuid'
import { sixCylinders } from '../../testing/make-snapshot'
import type { EntryAct } from '../kinds'
import { actSchemas } from '../kind'
import { kinds, type Joint } from './data'
import { jointAt } from './read-joint'
import { jointRounds } from './rounds'

const jobAct = z.union(actSchemas(kinds, true))
const spot = { cylinder: 3, place: null }
const rounds = jointRounds('hold-down', 3)
const byHand: MeasuredBy = { gaugeId: null, uncertaintyMm: 0, wrench: { unit: 'Nm', sent: false } }
/** The engine with a joint of its own sheet in place of the usual hold-down. */
function withJoint(change: Partial<Joint>): Snapshot {
  const job = sixCylinders()
  const joint = { ...jointAt(job, 'hold-down', 3)!.joint, name: 'Hold-down', ...change }
  return { ...job, sheet: { ...job.sheet, sections: { ...job.sheet.sections, fasteners: { joints: [joint] } } } }
}
const doingOf = (job: Snapshot) => rounds.doing!(job, { cylinder: 3 })!
function acts(job: Snapshot, answers: Answers, by: MeasuredBy = byHand): EntryAct[] {
  const made = doingOf(job).make(answers, by, newUuid)!
  for (const act of made) expect(jobAct.safeParse(act).error?.issues ?? []).toEqual([])
  return made
}
let seq = 0
const done = (job: Snapshot, made: readonly EntryAct[]): Snapshot =>
  made.reduce(
    (now, act) => applyAct(now, act, { seq: ++seq, at: '2026-11-02T08:00:00.000Z', personId: newUuid() }),
    job,
  )
/** Every bolt of the rounds before the last, as it clicked. */
function toLastRound(job: Snapshot): Snapshot {
  let now = job
  while (jointAt(now, 'hold-down', 3)!.round === 0) now = done(now, acts(now, { torqueNm: 27.5 }))
  return now
}

describe('the rounds of a joint', () => {
  it('ask bolt after bolt for the torque of the round, which a click takes as it is', () => {
    const job = sixCylinders()
    const [torque] = doingOf(job).asks({})
    expect(torque).toMatchObject({ key: 'torqueNm', offered: 27.5, about: 27.5, quantity: 'torque', by: ['wrench'] })
    expect(torque!.figures).toMatchObject({ bolt: 1, aimNm: 27.5, round: 1, rounds: 2 })
    const [act] = acts(job, { torqueNm: 27.5 })
    const { order } = jointAt(job, 'hold-down', 3)!
    expect(act).toMatchObject({ joint: 'hold-down', cylinder: 3, bolt: order[0], round: 0, source: 'hand', unit: 'Nm' })
    expect(doingOf(done(job, [act!])).asks({})[0]!.figures).toMatchObject({ bolt: 2 })
  })

  it('keep what was typed as typed, in the unit of the wrench, and what it sent as sent', () => {
    const job = sixCylinders()
    const inFeet: MeasuredBy = { ...byHand, wrench: { unit: 'lbf-ft', sent: false } }
    const typed = acts(job, { torqueNm: 27.116358966 }, inFeet)[0]!
    expect(typed).toMatchObject({ source: 'typed', unit: 'lbf-ft', shown: 20 })
    const sent: MeasuredBy = { ...byHand, wrench: { unit: 'kgf-m', shown: 2.8, sent: true } }
    expect(acts(job, { torqueNm: 27.5, angleDeg: 31 }, sent)[0]).toMatchObject({
      source: 'wrench',
      unit: 'kgf-m',
      shown: 2.8,
      angleDeg: 31,
    })
  })

  it('say of a bolt that took too much what it took, and to draw it anew', () => {
    const job = sixCylinders()
    const { order } = jointAt(job, 'hold-down', 3)!
    const over = done(job, acts(job, { torqueNm: 62 }))
    expect(doingOf(over).said({ bolt: order[0]! }, byHand).lines).toEqual([
      { word: 'was-over', figures: { tookNm: 62 }, verdict: 'out' },
    ])
    expect(doingOf(over).said({ bolt: order[1]! }, byHand).lines).toEqual([])
  })

  it('go to the bolt that was touched, and back to their order after it', () => {
    const job = sixCylinders()
    const { order } = jointAt(job, 'hold-down', 3)!
    const third = order[2]!
    expect(doingOf(job).asks({ bolt: third })[0]!.figures).toMatchObject({ bolt: 3 })
    const [act] = acts(job, { bolt: third, torqueNm: 27.5 })
    expect(act).toMatchObject({ bolt: third })
    expect(doingOf(done(job, [act!])).asks({})[0]!.figures).toMatchObject({ bolt: 1 })
  })

  it('ask for the turn after the torque in the last round alone, where the book has one', () => {
    const job = withJoint({ angleDeg: 90 })
    const angle = (now: Snapshot) =>
      doingOf(now)
        .asks({})
        .find((a) => a.key === 'angleDeg')
    expect(angle(job)).toBeUndefined()
    expect(acts(job, { torqueNm: 27.5 })[0]).toMatchObject({ angleDeg: null })
    const last = toLastRound(job)
    expect(angle(last)).toMatchObject({ optional: false, offered: 90, figures: { deg: 90 } })
    expect(doingOf(last).make({ torqueNm: 55 }, byHand, newUuid)).toBeNull()
    expect(acts(last, { torqueNm: 55, angleDeg: 88 })[0]).toMatchObject({ angleDeg: 88, round: 1 })
    expect(angle(toLastRound(sixCylinders()))).toBeUndefined()
  })

  it('judge a torque as it is entered by the tolerance of the book', () => {
    const job = sixCylinders()
    const verdict = (torqueNm: number) => doingOf(job).said({ torqueNm }, byHand).verdicts.torqueNm
    const { tolNm } = jointAt(job, 'hold-down', 3)!.joint
    expect(verdict(27.5 + tolNm)).toBe('in')
    expect(verdict(27.5 + tolNm + 0.01)).toBe('out')
    expect(verdict(27.5 - tolNm - 0.01)).toBe('out')
    expect(doingOf(job).said({}, byHand).verdicts).toEqual({})
  })

  it('say what other threads than the book’s do to the clamp, and keep what was said for the next bolt', () => {
    const job = sixCylinders()
    const lines = (condition: string) => doingOf(job).said({ condition }, byHand).lines
    expect(lines('oiled')).toEqual([])
    expect(lines('dry')[0]).toMatchObject({
      word: 'less-clamp',
      figures: { percent: expect.any(Number) },
      verdict: 'out',
    })
    expect(lines('greased')[0]).toMatchObject({ word: 'more-clamp' })
    const dry = done(job, acts(job, { torqueNm: 27.5, condition: 'dry' }))
    expect(acts(dry, { torqueNm: 27.5 })[0]).toMatchObject({ condition: 'dry' })
  })

  it('measure a bolt by itself against the longest that the book lets go in again', () => {
    const job = withJoint({ freeLengthMaxMm: 120 })
    const measure = rounds.turn!(job, 'measure-bolt', spot, 0)!
    expect(measure.asks({})[0]).toMatchObject({ about: 120, figures: { bolt: 1, maxMm: 120 } })
    expect(measure.said({ freeLengthMm: 120 }, byHand).verdicts).toEqual({ freeLengthMm: 'in' })
    expect(measure.said({ freeLengthMm: 120.2 }, byHand).verdicts).toEqual({ freeLengthMm: 'out' })
    const act = measure.make({ freeLengthMm: 120.2, bolt: '2' }, byHand, newUuid)!
    expect(jobAct.safeParse(act[0]).success).toBe(true)
    expect(jointAt(done(job, act), 'hold-down', 3)!.tooLong).toEqual(['2'])
  })

  it('are done after the last bolt, and take a witness mark by itself', () => {
    let now = toLastRound(sixCylinders())
    while (!jointAt(now, 'hold-down', 3)!.done) now = done(now, acts(now, { torqueNm: 55 }))
    expect(rounds.doing!(now, { cylinder: 3 })).toBeNull()
    expect(rounds.problems(now, 0)).toEqual([])
    const mark = rounds.turn!(now, 'mark-joint', spot, 0)!
    expect(mark.asks({})).toEqual([])
    expect(jointAt(done(now, mark.make({}, byHand, newUuid)!), 'hold-down', 3)!.witness).toBe(true)
  })
})
