import { describe, expect, it } from 'vitest'
import { newUuid } from '#core/testing/new-uuid'
import type { EntryAct } from '#core/works/kinds'
import { Hand, newJob } from '../testing/hand'
import { gearboxTruth } from './gearbox-world'
import { pumpTruth } from './unit-world'

describe('a test at another pressure than the sheet’s', () => {
  it('is none of the coolant’s side: it is begun again, and answered for where it is not', () => {
    const hand = new Hand(newJob('orrin', ['sleeves'], []), { ...pumpTruth, leaks: [] })
    hand.until('begin')
    hand.act({ what: 'hold-start', holdId: newUuid(), startKPa: 190, startC: 20, uncertaintyKPa: 1 } as EntryAct)
    expect(hand.move).toMatchObject({ action: 'again', reason: 'off-pressure', figures: { startKPa: 190 } })
    expect(hand.gate).toContain('not-at-pressure:')
    // Begun again at the sheet's, it stands.
    hand.step()
    expect(hand.move.action).toBe('wait')
    expect(hand.gate).not.toContain('not-at-pressure:')
  })
  it('is none of a face seal’s air, however little it lost', () => {
    const hand = new Hand(newJob('lune', ['face-seals'], []), { ...pumpTruth, leaks: [], faces: gearboxTruth })
    hand.until('air')
    const { place } = hand
    hand.act({ what: 'air-on', airOnId: newUuid(), place, startKPa: 250 } as EntryAct)
    expect(hand.move).toMatchObject({ action: 'air', reason: 'off-pressure', place })
    expect(hand.gate.some((g) => g.startsWith('air-not-tried'))).toBe(true)
  })
})
