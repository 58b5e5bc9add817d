import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { FrontTruth } from '#core/sim/front-truth'
import { readCover } from '#core/works/front/read-cover'
import { readDamper } from '#core/works/front/read-damper'
import { endAt, frontEntries, readPlace } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import { damperOnMove } from '#core/works/front/damper-on'
import { clocksOf } from '#core/works/logic'
import { Hand, newJob } from '../testing/hand'
import { crusherTruth } from './camshaft-world'
import { crusherFront } from './front-world'
import { pumpTruth } from './unit-world'

const truth = { ...pumpTruth, leaks: [], bushings: crusherTruth, front: crusherFront }
const by = { gaugeId: null, uncertaintyMm: 0.002 }
const withFront = (more: Partial<FrontTruth>) => ({ ...truth, front: { ...crusherFront, ...more } })

describe('the front of the crusher drive', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(newJob('brennick', ['front'], []), truth)
  })
  const front = () => endAt(hand.job, 'front')!

  it('is carried to its record by the next move alone', () => {
    hand.carry()
    for (const step of [
      'damper-off pull',
      'seal-out cover front',
      'cover move front',
      'cover bolts front',
      'seal-in other-seal front',
      'damper-on new-damper',
      'damper-on slide',
      'damper-on bolt',
      'tdc set',
    ])
      expect(hand.moves, step).toContain(step)
    expect(readCover(hand.job, front())).toMatchObject({ lookedAgain: true, set: { verdict: 'leave' } })
    const seal = readSeal(hand.job, front())
    expect(seal.verdict).toBe('in')
    expect(seal.lean).toBe('in')
    expect(readDamper(hand.job).interferenceMm).toBeCloseTo(0.045, 2)
  })
  it('lies on one route with the camshaft behind it', () => {
    hand = new Hand(newJob('brennick', ['front', 'bushings', 'first-run'], ['oil-pressure']), truth)
    hand.carry()
    const stages = [...new Set(hand.moves.map((m) => m.split(' ')[0]))]
    expect(stages).toEqual([
      'damper-off',
      'seal-out',
      'cam-out',
      'bushings-out',
      'galleries',
      'bushing-map',
      'bushings-in',
      'cam-spin',
      'cover',
      'seal-in',
      'damper-on',
      'tdc',
      'first-run',
    ])
  })
  it('does not trust small screws with what a new damper holds, and drills only one that is scrap', () => {
    const move = hand.until('pull')
    expect(move).toMatchObject({ head: 'pull-drilled', figures: { first: 'M8', screws: 'M12' } })
    const sound = new Hand(
      newJob('brennick', ['front'], []),
      withFront({ damper: { indexDeg: 0, runoutMm: 0.1, rubber: 'sound' } }),
    )
    expect(sound.until('no-screw')).toMatchObject({ reason: 'strips', button: null })
  })
  it('sets the lip beside the old track', () => {
    hand.until('start')
    const placed = readPlace(hand.job, front())
    expect(placed.reason).toBe('shifted')
    // The track from 5.6 to 6.4 with 0.6 beside it: the lip, 5 behind the face, clears it at 0 or at 2.
    expect(placed.depthMm).toBeCloseTo(2, 6)
    // A quarter of a millimetre inside, as far as it may lean.
    expect(readSeal(hand.job, front()).targetMm).toBeCloseTo(2.25, 6)
    expect(hand.move.head).toBe('start-shifted')
  })
  it('finds no clean shaft where tracks lie all over', () => {
    hand.until('start')
    for (const [fromMm, toMm] of [
      [4, 6],
      [6.4, 8],
      [8, 9.5],
    ] as const)
      hand.act({
        what: 'note-track',
        trackId: randomUUID(),
        place: 'front',
        fromMm,
        toMm,
        feel: 'catches',
        trackMm: null,
      })
    expect(hand.move).toMatchObject({ action: 'sleeve', reason: 'no-clean-track', button: null })
    expect(hand.gate).toContain('no-clean-shaft:front')
  })
  it('refuses a seal of the wrong size in words, and counts the rounds of the right one', () => {
    const wrong = hand.until('other-seal')
    expect(wrong.figures).toMatchObject({ readOuterMm: 80, outerMm: 78 })
    const start = {
      what: 'start-seal',
      startedId: randomUUID(),
      place: 'front',
      lip: 'oiled',
      outside: 'oiled',
    } as const
    expect(hand.refused(start)).toEqual(['wrong-seal'])
    hand.until('depth')
    const rounds = frontEntries(hand.job, 'rounds')
    expect(rounds.length).toBeGreaterThan(8)
    expect(rounds.at(-1)!.turns).toBeLessThanOrEqual(0.25)
    expect(rounds.reduce((sum, r) => sum + r.turns * 1.5, 0)).toBeCloseTo(8 + 2.25, 1)
  })
  it('takes a new seal where one went too deep: it cannot be pulled back', () => {
    hand.until('depth')
    hand.act({ what: 'seal-depth', depthId: randomUUID(), place: 'front', edgesMm: [3.8, 3.8, 3.8, 3.8], ...by })
    expect(hand.move).toMatchObject({ action: 'other-seal', head: 'new-one', reason: 'too-deep' })
    hand.step()
    expect(hand.move.action).toBe('start')
  })
  it('shows a cover that cannot be level and centred at once, and offers no move', () => {
    const crooked = new Hand(
      newJob('brennick', ['front'], []),
      withFront({ covers: { front: { xMm: 0, yMm: 0.3, leftStepMm: 0.2, rightStepMm: 0.2 } } }),
    )
    const move = crooked.until('cannot')
    expect(move).toMatchObject({ reason: 'rail-or-centre', button: null })
    expect(move.figures.needsRunoutMm).toBeGreaterThan(0.15)
    expect(crooked.gate).toContain('cover-not-on:front')
  })
  it('cleans again where the sealant skinned before it was drawn down', () => {
    hand.until('snug')
    expect(clocksOf(hand.job).map((c) => c.code)).toEqual(['skin'])
    hand.nowMs += 21 * 60_000
    expect(hand.move).toMatchObject({ action: 'clean', head: 'clean-again', reason: 'lost' })
    hand.step()
    expect(hand.move.action).toBe('sealant')
  })
  it('calls a loose damper scrap, and takes neither locker nor hammer for a cure', () => {
    const move = hand.until('new-damper')
    expect(move).toMatchObject({ reason: 'loose', caution: 'no-locker' })
    expect(hand.gate).toContain('damper-loose:')
    expect(hand.refused({ what: 'start-damper', startId: randomUUID(), school: 'screw' })).toEqual(['damper-loose'])
  })
  it('refuses an oven hotter than the rubber bears, and a hub that cooled on the way', () => {
    hand.until('oven')
    const oven = { what: 'damper-hot', hotId: randomUUID(), ovenC: 180, ambientC: 20 } as const
    expect(hand.refused(oven)).toEqual(['too-hot'])
    hand.step()
    const { slipsUntilAt, window } = readDamper(hand.job)
    expect(window!.secondsToSlip).toBeGreaterThan(20)
    hand.nowMs = Date.parse(slipsUntilAt!) + 1000
    expect(hand.refused({ what: 'start-damper', startId: randomUUID(), school: 'heat' })).toEqual(['cooled'])
    expect(hand.move).toMatchObject({ action: 'oven', head: 'oven-again', reason: 'cooled' })
  })
  it('offers the installer screw only where its thread holds what it must draw', () => {
    hand.until('oven')
    expect(damperOnMove(hand.job, hand.nowMs, 'screw')).toMatchObject({ action: 'screw', reason: 'thread-holds' })
    const { front: sheet } = hand.job.sheet.sections
    const damper = { ...sheet!.damper!, noseThread: { ...sheet!.damper!.noseThread, depthMm: 11 } }
    const short = { ...hand.job.sheet.sections, front: { ...sheet!, damper } }
    hand.job = { ...hand.job, sheet: { ...hand.job.sheet, sections: short } }
    expect(damperOnMove(hand.job, hand.nowMs, 'screw')).toMatchObject({ action: 'cannot', reason: 'thread-short' })
    expect(hand.refused({ what: 'start-damper', startId: randomUUID(), school: 'screw' })).toEqual(['thread-short'])
  })
  it('is not home before its travel agrees', () => {
    hand.until('home')
    hand.act({ what: 'damper-home', homeId: randomUUID(), beforeMm: 54.2, afterMm: 9, ...by })
    expect(hand.move).toMatchObject({ action: 'home', head: 'home-again', reason: 'not-home' })
    expect(hand.gate).toContain('damper-not-home:')
  })
  it('reads a stop again where the pointer is so far off that something else is wrong', () => {
    hand.until('read')
    hand.act({ what: 'read-tdc', topId: randomUUID(), forwardDeg: 336, backwardDeg: 24, markDeg: 85 })
    expect(hand.move).toMatchObject({ action: 'read', reason: 'doubtful' })
  })
})
