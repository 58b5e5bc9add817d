import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import type { FrontTruth } from '#core/sim/front/truth'
import { readCover } from '#core/works/front/read-cover'
import { damperScrap, readDamper, roundRimMm } from '#core/works/front/read-damper'
import { endAt, endsOf, frontEntries, lastOf, readPlace } from '#core/works/front/read-front'
import { readFlywheel } from '#core/works/front/read-flywheel'
import { readSeal } from '#core/works/front/read-seal'
import { centringDoubts, removalRisks, treatmentLines, trustSweep } from '#core/works/front/schools'
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
    hand = new Hand(newJob('brennick', ['front', 'rear', 'bushings', 'first-run'], ['oil-pressure']), truth)
    hand.carry()
    const stages = [...new Set(hand.moves.map((m) => m.split(' ')[0]))]
    expect(stages).toEqual([
      'damper-off',
      'flywheel-off',
      'seal-out',
      'cam-out',
      'bushings-out',
      'galleries',
      'bushing-map',
      'bushings-in',
      'cam-spin',
      'cover',
      'seal-in',
      'flywheel-on',
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
    expect(sound.until('no-screw')).toMatchObject({ reason: 'strips', button: 'no-screw' })
    // Another puller brings it: nobody is left with it on.
    sound.step()
    expect(lastOf(sound.job, 'pulled')!.screws).toBe('—')
    expect(sound.gate).toEqual([])
  })
  it('wants the bolt out before the puller, and refuses a puller against it', () => {
    expect(hand.until('bolt-out')).toMatchObject({ reason: 'bolt-first', caution: 'hold-crank' })
    expect(hand.refused({ what: 'pull-damper', pulledId: randomUUID(), screws: 'M12', words: '' })).toEqual([
      'bolt-first',
    ])
    hand.step()
    expect(hand.refused({ what: 'pull-damper', pulledId: randomUUID(), screws: 'M12', words: '' })).toBeNull()
  })
  it('keeps the lip from a scratch as from a track that catches, wherever it lies', () => {
    hand.until('seal')
    const out = { what: 'seal-out', place: 'front', way: 'hook', scratched: true, words: '' } as const
    const allowed = readPlace(hand.job, front()).depthMm!
    const lipMm = allowed + front().of.lipFromFaceMm
    hand.act({ ...out, sealOutId: randomUUID(), scratchFromMm: lipMm, scratchToMm: lipMm + 0.1 })
    const placed = readPlace(hand.job, front())
    expect(placed.reason).not.toBe('as-made')
    for (const { fromMm, toMm } of placed.options)
      expect(fromMm > allowed || toMm < allowed, `${fromMm} to ${toMm}`).toBe(true)
  })
  it('tells a heat-checked face and worn teeth until they are mended, or somebody answers for them', () => {
    hand = new Hand(newJob('brennick', ['rear'], []), truth)
    hand.until('look')
    const look = { what: 'look-flywheel', words: '' } as const
    hand.act({ ...look, lookId: randomUUID(), face: 'heat-checked', teeth: 'sound' })
    expect(hand.move).toMatchObject({ action: 'close-stage', head: 'worn' })
    expect(hand.gate).toEqual(['flywheel-worn:'])
    hand.act({ ...look, lookId: randomUUID(), face: 'sound', teeth: 'sound' })
    expect(hand.gate).toEqual([])
  })
  it('tells degrees round the rim, too', () => {
    expect(roundRimMm(hand.job, 2)).toBeCloseTo((Math.PI * 230 * 2) / 360, 6)
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
  it.each([
    ['to one side alone', { xMm: 0.12, yMm: 0, leftStepMm: 0, rightStepMm: 0 }, 'move-right'],
    ['to one side and up', { xMm: 0.12, yMm: -0.09, leftStepMm: 0.06, rightStepMm: 0.06 }, 'move-straight'],
    ['its end and to one side', { xMm: 0.12, yMm: 0, leftStepMm: 0.08, rightStepMm: -0.08 }, 'move-right-tip'],
    ['its end alone', { xMm: 0, yMm: 0, leftStepMm: 0.08, rightStepMm: -0.08 }, 'move-tip'],
  ])('says to tap a cover %s, and nothing by nothing', (_, front, head) => {
    const crooked = new Hand(newJob('brennick', ['front'], []), withFront({ covers: { front } }))
    const move = crooked.until('move')
    expect(move.head).toBe(head)
    // What is set stands amid both its limits.
    crooked.step()
    crooked.step()
    const { set } = readCover(crooked.job, endsOf(crooked.job)[0]!)
    expect(set!.verdict).toBe('leave')
    expect(set!.runoutMm).toBeLessThan(0.9 * endsOf(crooked.job)[0]!.of.cover!.runoutMaxMm)
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
    const byScrew = { what: 'start-damper', startId: randomUUID(), school: 'screw' } as const
    expect(hand.refused(byScrew)).toBeNull()
    const { front: sheet } = hand.job.sheet.sections
    const damper = { ...sheet!.damper!, noseThread: { ...sheet!.damper!.noseThread, depthMm: 11 } }
    const short = { ...hand.job.sheet.sections, front: { ...sheet!, damper } }
    hand.job = { ...hand.job, sheet: { ...hand.job.sheet, sections: short } }
    expect(hand.refused(byScrew)).toEqual(['thread-short'])
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

describe('the rear of the crusher drive', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(newJob('brennick', ['rear'], []), truth)
  })
  const around = (xMm: number, yMm: number) =>
    Array.from({ length: 8 }, (_, i) => {
      const rad = (i * Math.PI) / 4
      return { angleDeg: i * 45, valueMm: 0.5 + xMm * Math.sin(rad) + yMm * Math.cos(rad) }
    })
  const sweep = (surface: 'face' | 'bore', xMm: number, yMm: number) =>
    hand.act({ what: 'sweep-flywheel', flySweepId: randomUUID(), surface, sweep: around(xMm, yMm), ...by })

  it('is carried by the next move alone, and finds the crumb that the first sweep shows', () => {
    hand.carry()
    expect([...new Set(hand.moves.map((m) => m.split(' ')[0]))]).toEqual([
      'flywheel-off',
      'seal-out',
      'cover',
      'seal-in',
      'flywheel-on',
    ])
    expect(hand.moves.filter((m) => m === 'flywheel-on clean')).toHaveLength(2)
    // What was tightened on a crumb is tightened anew.
    expect(hand.moves.filter((m) => m === 'flywheel-on bolts')).toHaveLength(2)
    expect(readFlywheel(hand.job)).toMatchObject({ mounts: 2, faceVerdict: 'in', boreVerdict: 'in' })
    // No front end was asked for: nothing of it is in the way.
    expect(hand.moves.some((m) => m.includes('front'))).toBe(false)
  })
  it('says how far its face runs and where the crumb lies, and how the housing must go', () => {
    hand.until('sweep-face')
    // 0.11 to one side of the middle: 0.22 across the circle, high at four o'clock.
    sweep('face', 0.11 * Math.sin((120 * Math.PI) / 180), 0.11 * Math.cos((120 * Math.PI) / 180))
    expect(readFlywheel(hand.job)).toMatchObject({ faceVerdict: 'out' })
    expect(hand.move).toMatchObject({ action: 'clean', head: 'clean-again', reason: 'wobbles' })
    expect(hand.move.figures.runoutMm).toBeCloseTo(0.22, 6)
    expect(hand.move.figures.highAtDeg).toBeCloseTo(120, 6)
    expect(hand.gate).toContain('flywheel-runs-out:')
    hand.until('sweep-face')
    sweep('face', 0, 0.02)
    // The bore stands 0.1 to the right and 0.12 low: it must go left and up, and is more than the sheet allows.
    sweep('bore', 0.1, -0.12)
    expect(hand.move).toMatchObject({
      action: 'close-stage',
      reason: 'bore-off',
      figures: { side: { word: 'front.left' }, height: { word: 'front.up' } },
    })
    expect(hand.move.figures.boreMm).toBeCloseTo(2 * Math.hypot(0.1, 0.12), 6)
    expect(hand.gate).toContain('housing-off:')
  })
  it('looks at the flange itself when it wobbles a second time', () => {
    for (const reason of ['wobbles', 'wobbles-still']) {
      hand.until('sweep-face')
      sweep('face', 0.2, 0)
      expect(hand.move).toMatchObject({ action: 'clean', reason })
    }
  })
  it('lets nobody slide it off without studs, nor sweep it loose', () => {
    hand.until('studs')
    expect(hand.refused({ what: 'free-flywheel', freedId: randomUUID(), step: 'off' })).toEqual(['studs-first'])
    hand.until('tight')
    const loose = {
      what: 'sweep-flywheel',
      flySweepId: randomUUID(),
      surface: 'face',
      sweep: around(0, 0),
      ...by,
    } as const
    expect(hand.refused(loose)).toEqual(['tight-first'])
  })
  it('takes a new one where its face is cracked', () => {
    const cracked = { ...crusherFront.flywheel!, face: 'cracked' as const }
    hand = new Hand(newJob('brennick', ['rear'], []), withFront({ flywheel: cracked }))
    hand.until('on')
    expect(hand.move).toMatchObject({
      head: 'on-new',
      reason: 'scrap',
      figures: { why: { word: 'front.wheel-scrap.cracked' } },
    })
  })
})

describe('schools at the ends of the crank, in figures', () => {
  const hand = () => new Hand(newJob('brennick', ['front'], []), truth)
  it('tells what each way to take a seal out comes near to, and what a scratch would leave', () => {
    const { job } = hand()
    const ways = Object.fromEntries(removalRisks(job, endAt(job, 'front')!).map((r) => [r.way, r]))
    // A ring of 9 with a drill of 3 in its middle; 8 thick less 2.
    expect(ways.screws).toMatchObject({ fromShaftMm: 3, stopMm: 6 })
    expect(ways.hook).toMatchObject({ fromShaftMm: 0, stopMm: null })
    expect(ways.puller).toMatchObject({ fromShaftMm: null, leavesMm: null })
    // Of 3.5 a scratch one across with 0.6 at both sides takes 2.2.
    expect(ways.hook!.cleanMm).toBeCloseTo(3.5, 6)
    expect(ways.hook!.leavesMm).toBeCloseTo(1.3, 6)
  })
  it('trusts a cover by how it was centred', () => {
    const end = endAt(hand().job, 'front')!
    expect(centringDoubts(end).map((d) => [d.way, d.runoutMm, d.tells])).toEqual([
      ['tool', 0.08, 'unsure'],
      ['damper', 0.18, 'unsure'],
      ['dial', 0.02, 'in'],
    ])
    const by = (centredBy: 'tool' | 'damper' | 'dial') => trustSweep(end, { centredBy, uncertaintyMm: 0.002 }, 0.1)
    expect([by('tool'), by('damper'), by('dial')]).toEqual(['unsure', 'unsure', 'in'])
  })
  it('has the sheet speak first of lip and outside, and says where it is silent', () => {
    const lines = treatmentLines(endAt(hand().job, 'front')!)
    expect(lines.find((l) => l.way === 'oiled' && l.part === 'lip')).toMatchObject({ says: 'sheet' })
    expect(lines.find((l) => l.way === 'oiled' && l.part === 'outside')).toMatchObject({ says: 'usual' })
    expect(lines.find((l) => l.way === 'sealed')).toMatchObject({ says: null, waitMin: 20 })
  })
})

describe('dampers of other kinds', () => {
  const of = (kind: 'fluid' | 'flange', more = {}) => {
    const job = newJob('brennick', ['front'], [])
    const { front } = job.sheet.sections
    const sections = { ...job.sheet.sections, front: { ...front!, damper: { ...front!.damper!, kind, ...more } } }
    return new Hand({ ...job, sheet: { ...job.sheet, sections } }, truth)
  }
  const judge = { what: 'judge-damper', damperId: randomUUID(), indexDeg: 9, runoutMm: 0.1, rubber: 'cracked' } as const
  it('judges a fluid-filled one by hours and dents, not by lines and rubber it does not have', () => {
    const hand = of('fluid', { hoursMax: 15_000 })
    hand.act({ ...judge, ranH: 12_000, dented: false, words: '', ...by })
    expect(damperScrap(hand.job)).toEqual([])
    hand.act({ ...judge, damperId: randomUUID(), ranH: 16_000, dented: true, words: '', ...by })
    expect(damperScrap(hand.job)).toEqual(['hours', 'dents'])
  })
  it('never heats a fluid-filled one', () => {
    const hand = of('fluid')
    hand.until('screw')
    expect(hand.refused({ what: 'damper-hot', hotId: randomUUID(), ovenC: 100, ambientC: 20 })).toEqual([
      'never-heated',
    ])
  })
  it('slides a flange-bolted one on by design', () => {
    const hand = of('flange')
    hand.until('slide')
    expect(hand.move).toMatchObject({ head: 'slide-on', reason: 'by-design' })
  })
})
