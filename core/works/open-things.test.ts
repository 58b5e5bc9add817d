import { describe, expect, it } from 'vitest'
import { closureOf, endedOf, isClosed, readRoute, routeFacts } from '../job/route'
import { signatureHash, signatureState } from '../job/signature'
import type { Snapshot } from '../job/snapshot'
import { applyAct } from '../job/apply'
import { Played, sixCylinders } from '../testing/make-snapshot'
import { recordMove } from './job/sign'
import { stageLogic } from './logic'
import { cannotEnd, endedTold, openStages, openThings } from './open-things'
import { recordSections } from './work-record'

const job = (): Snapshot => {
  const plain = sixCylinders()
  return { ...plain, job: { ...plain.job, work: ['dry-fit', 'check'] } }
}
const NOW_MS = Date.parse('2026-11-02T08:00:00.000Z')
const things = (s: Snapshot) => openThings(s, (stage) => stageLogic[stage], NOW_MS)
const by = { seq: 900, at: '2026-11-02T09:00:00.000Z', personId: sixCylinders().people[0]!.id }
const ended = (s: Snapshot = job()) =>
  applyAct(s, { what: 'end-as-it-stands', why: 'block cracked', open: things(s) }, by)

describe('a job that cannot be finished', () => {
  it('names everything that is open, stage by stage and place by place', () => {
    const open = things(job())
    expect(new Set(open.map((o) => o.stage))).toEqual(new Set(openStages(job()).filter((s) => s !== 'record')))
    const trial = open.filter((o) => o.stage === 'trial-fit' && o.code === 'not-measured')
    expect(trial.map((o) => o.place)).toEqual(['1', '2', '3', '4', '5', '6'])
  })
  it('names what is still in the engine, and a stage that only nobody closed', () => {
    const played = new Played(job())
    played.act({
      what: 'tally-plug',
      tallyId: played.id(700),
      cylinder: 2,
      goesIn: true,
      place: 'bore',
      item: 'rag',
      count: 1,
    })
    expect(things(played.snapshot)).toContainEqual({ stage: 'record', code: 'plug-in', place: '2' })
    for (const c of [1, 2, 3, 4, 5, 6]) played.set(c, [0.1, 0.1, 0.1, 0.1], { stage: 'trial-fit' })
    expect(things(played.snapshot).filter((o) => o.stage === 'trial-fit')).toEqual([
      { stage: 'trial-fit', code: 'not-closed', place: null },
    ])
  })
  it.each([
    ['by a lead', 'lead', null],
    ['by an owner', 'owner', null],
    ['by no technician', 'technician', 'lead-only'],
    ['by no apprentice', 'apprentice', 'lead-only'],
  ] as const)('is ended %s', (_, role, why) => {
    expect(cannotEnd({ role }, things(job()), things(job()))).toBe(why)
  })
  it('is ended by nobody who did not see all of it, or where nothing is open', () => {
    const open = things(job())
    expect(cannotEnd({ role: 'lead' }, open.slice(1), open)).toBe('open-changed')
    expect(cannotEnd({ role: 'lead' }, [...open, { code: 'out', place: '1' }], open)).toBe('open-changed')
    expect(cannotEnd({ role: 'lead' }, [], [])).toBe('nothing-open')
    expect(cannotEnd(null, open, open)).toBe('lead-only')
    expect(cannotEnd({ role: 'lead' }, [...open].reverse(), open)).toBeNull()
  })

  it('is closed altogether, with its open stages told as left open, and is counted as signed nowhere', () => {
    const snapshot = ended()
    expect(endedOf(snapshot)?.note).toBe('block cracked')
    for (const stage of openStages(job())) expect(isClosed(snapshot, stage)).toBe(true)
    const route = readRoute(routeFacts(snapshot))
    expect(route.find((r) => r.stage === 'trial-fit')?.state).toBe('left')
    expect(route.some((r) => r.state === 'next')).toBe(false)
    // No stage says of itself that it is done.
    for (const stage of openStages(job()).filter((s) => s !== 'record'))
      expect(stageLogic[stage].move(snapshot, { cylinder: 1 })).toMatchObject({
        head: 'left-open',
        reason: 'left-open',
      })
    expect(recordMove(snapshot)).toMatchObject({ action: 'ended', reason: 'ended', figures: { why: 'block cracked' } })
  })
  it('tells first on its record who ended it, why, and what was open', () => {
    const snapshot = ended()
    const [first] = recordSections(snapshot, [], NOW_MS)
    expect(first!.blocks).toEqual(endedTold(snapshot))
    const told = JSON.stringify(first!.blocks)
    expect(told).toContain('block cracked')
    expect(told).toContain('gate.not-measured')
    expect(endedTold(job())).toEqual([])
  })
  it('has all of that under its mark', () => {
    const snapshot = ended()
    const closure = closureOf(snapshot, 'record')!
    const marked = { ...closure, hash: signatureHash(snapshot, closure) }
    const signed = { ...snapshot, closures: [marked] }
    expect(signatureState(signed, marked)).toBe('stands')
    const less = { ...marked, ended: marked.ended!.slice(1) }
    expect(signatureState({ ...snapshot, closures: [less] }, less)).toBe('broken')
    const none = { ...marked, ended: undefined }
    expect(signatureState({ ...snapshot, closures: [none] }, none)).toBe('broken')
  })
  it('can be opened again, and goes on where it was', () => {
    const again = applyAct(
      ended(),
      { what: 'reopen-stage', stage: 'record', note: 'a block was found' },
      { ...by, seq: 901 },
    )
    expect(endedOf(again)).toBeNull()
    expect(readRoute(routeFacts(again))).toEqual(readRoute(routeFacts(job())))
    expect(things(again)).toEqual(things(job()))
  })
})
