import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it } from 'vitest'
import { readSpin } from '#core/works/bushings/read-spin'
import { bushingEntries, housingAt, readBushing, readClearance } from '#core/works/bushings/read-bushings'
import { readHoles, readPlacing } from '#core/works/bushings/read-placing'
import { readPatterns } from '#core/works/bushings/read-old'
import { Hand, newJob } from '../testing/hand'
import { crusherTruth } from './camshaft-world'
import { pumpTruth } from './unit-world'

const truth = { ...pumpTruth, leaks: [], bushings: crusherTruth }
const by = { gaugeId: null, uncertaintyMm: 0.002 }

describe('the crusher drive', () => {
  let hand: Hand
  beforeEach(() => {
    hand = new Hand(newJob('brennick', ['bushings', 'first-run'], ['oil-pressure']), truth)
  })
  const at = (place: string) => housingAt(hand.job, place)!

  it('is carried from low oil pressure to a shaft that turns by the next move alone', () => {
    hand.carry()
    expect(hand.moves).toContain('bushing-map swap housing-2')
    expect(hand.moves).toContain('cam-spin ease housing-2')
    expect(readSpin(hand.job).reading).toBe('free')
    const ends = bushingEntries(hand.job, 'finished').map((f) => f.place)
    expect(ends).toEqual(['housing-5', 'housing-4', 'housing-3', 'housing-2', 'housing-1'])
    for (const place of ends) {
      expect(readClearance(hand.job, at(place))!.verdict, place).toBe('in')
      for (const hole of readHoles(hand.job, at(place))) expect(hole.open, `${place} hole ${hole.hole}`).toBe(true)
    }
    const { works } = hand.job
    expect(works.leaks!.runs.at(-1)).toMatchObject({ complaint: 'oil-pressure', gone: true, before: 70, now: 215 })
  })

  it('tells by its fourth bushing that layers went on into the valve gear', () => {
    while (hand.stage !== 'galleries') hand.step()
    const codes = readPatterns(hand.job).map((p) => [p.code, p.passages])
    expect(codes).toEqual([
      ['one-alone', ['H4']],
      ['layers', ['V4']],
    ])
  })
  it('turns the tool round at the front, where no housing is ahead', () => {
    const move = hand.until('aim', 'housing-1')
    expect(move.head).toBe('aim-turned')
    hand.step()
    expect(bushingEntries(hand.job, 'aimed').at(-1)).toMatchObject({ from: 'front', back: 'dry' })
    // Driven from the other face the same drilling is met 2 mm deep.
    expect(readPlacing(hand.job, at('housing-1'))!.targetMm).toBeCloseTo(2, 1)
  })
  it('goes deeper than flush in 3, where flush would close a third', () => {
    const move = hand.until('aim', 'housing-3')
    expect(move).toMatchObject({ reason: 'go-deeper' })
    expect(move.figures.flush).toBeGreaterThan(60)
    expect(move.figures.flush).toBeLessThan(70)
    expect(readPlacing(hand.job, at('housing-3'))!.fromMm).toBeGreaterThan(0.4)
  })
  it('says where the marks go as the block lies: upside down, seen from the rear', () => {
    hand.act({ what: 'lay-block', lieId: randomUUID(), rolledDeg: 180, seenFrom: 'rear' })
    const move = hand.until('aim', 'housing-2')
    // 5 and 11 of the book: upside down 11 and 5, and from the rear the other way round.
    expect(move.figures.holes).toEqual(['1', '7'])
    hand.step()
    expect(bushingEntries(hand.job, 'aimed').at(-1)).toMatchObject({ rolledDeg: 180, seenFrom: 'rear' })
  })
  it('refuses a bushing behind a gallery nobody cleaned, and one that is not the rear one', () => {
    hand.until('aim', 'housing-5')
    const aim = (place: string) =>
      ({
        what: 'aim-bushing',
        aimId: randomUUID(),
        place,
        from: 'rear',
        back: 'dry',
        aimFor: 'holes',
        rolledDeg: 0,
        seenFrom: 'front',
      }) as const
    expect(hand.refused(aim('housing-5'))).toBeNull()
    expect(hand.refused(aim('housing-3'))).toEqual(['rear-first'])
    const wipe = bushingEntries(hand.job, 'wipes').findLast((w) => w.passage === 'H5')!
    hand.act({ what: 'strike-entry', entryId: wipe.id, reason: 'undone' })
    expect(hand.refused(aim('housing-5'))).toEqual(['not-clean'])
    expect(hand.move.action).toBe('galleries-again')
    expect(hand.gate).toContain('not-clean:')
  })
  it('opens the galleries again after a ledge was cut', () => {
    hand.until('aim', 'housing-5')
    hand.act({ what: 'cut-pass', cutId: randomUUID(), cylinder: 1, kind: 'rough', leavesMm: [0.1], expectMm: 0.1 })
    expect(hand.move).toMatchObject({ action: 'galleries-again', reason: 'cut-since' })
    expect(hand.gate).toContain('not-clean:')
    hand.step()
    expect(hand.move).toMatchObject({ stage: 'galleries', action: 'sign-work', reason: 'cut-since' })
    hand.carry()
    expect(hand.moves.filter((m) => m.startsWith('galleries sign-work'))).toHaveLength(2)
  })
  it('comes back where it was driven too far, and counts its blows anew', () => {
    hand.until('strike', 'housing-5')
    const { toMm } = readPlacing(hand.job, at('housing-5'))!
    hand.act({ what: 'look-bushing', lookId: randomUUID(), place: 'housing-5', blows: 90, edgeMm: toMm! + 0.5, ...by })
    expect(hand.move).toMatchObject({ action: 'bring-back', reason: 'too-far' })
    expect(hand.move.figures.overMm).toBeCloseTo(0.5, 6)
    hand.step()
    expect(hand.move.action).toBe('strike')
    expect(hand.refused({ what: 'finish-bushing', finishId: randomUUID(), place: 'housing-5' })).toEqual([
      'hole-unproven',
    ])
    hand.until('prove', 'housing-5')
  })
  it('tells a wrong code, a look-alike of another housing and one that is too loose apart', () => {
    while (hand.stage !== 'bushing-map') hand.step()
    hand.until('bushing', 'housing-1')
    const note = (code: string, outerMm: number) => {
      hand.act({ what: 'note-bushing', bushingId: randomUUID(), place: 'housing-1', code, outerMm, ...by })
      return readBushing(hand.job, at('housing-1')).fit
    }
    expect(note('BK-2670', 54.06)).toBe('wrong-code')
    expect(note('BK-2617', 52.46)).toBe('other-place')
    expect(note('BK-2671', 54.01)).toBe('too-loose')
    expect(note('BK-2671', 54.12)).toBe('too-tight')
    expect(note('BK-2671', 54.06)).toBe('right')
  })
  it('says by the largest pin what share of the oil is left, and asks for a reason', () => {
    hand.until('prove', 'housing-5')
    hand.act({ what: 'prove-hole', proofId: randomUUID(), place: 'housing-5', hole: 0, pinMm: 3.3, light: null })
    const [hole] = readHoles(hand.job, at('housing-5'))
    expect(hole).toMatchObject({ open: false })
    expect(hole!.share!).toBeCloseTo(0.664, 2)
    expect(hand.gate).toContain('hole-closed:housing-5')
  })
  it('looks at the tightest housing first where the shaft binds, and turns it again', () => {
    hand.until('blue')
    const blued = () => bushingEntries(hand.job, 'blued').map((b) => b.place)
    hand.until('ease')
    expect(blued().at(-1)).toBe('housing-2')
    const clearances = blued().map((p) => readClearance(hand.job, at(p))!.clearanceMm)
    expect(clearances).toEqual([...clearances].sort((a, b) => a - b))
    expect(hand.gate.some((p) => p.startsWith('blue-marks'))).toBe(true)
    hand.step()
    expect(hand.move.action).toBe('turn')
  })
})

describe('two holes that cannot both be open', () => {
  it('stop the work before the first blow', () => {
    const off = { ...crusherTruth, drillingOffMm: { 'housing-4': [-3.2, 3.2] } }
    const hand = new Hand(newJob('brennick', ['bushings'], []), { ...truth, bushings: off })
    const move = hand.until('cannot', 'housing-4')
    expect(move).toMatchObject({ reason: 'two-holes', button: null })
    expect(hand.gate.some((g) => g.startsWith('bushing-not-in'))).toBe(true)
  })
})
