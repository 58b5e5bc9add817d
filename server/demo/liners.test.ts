import { describe, expect, it } from 'vitest'
import { Anybody, linersLookedAt, linerStages, untoldOnDeck } from '../testing/walks/liners'

const WALKS = 48
const ACTS = 90

describe('the liner work, by somebody who does anything', () => {
  it('is offered for closing only where the gate names nothing else, in whole sentences', () => {
    const met = new Set<string>()
    for (let seed = 1; seed <= WALKS; seed++) {
      const hand = new Anybody(seed)
      for (let i = 0; i < ACTS; i++) {
        hand.anything()
        if (i % 3 === 0) for (const stage of linerStages) expect(linersLookedAt(hand, stage, met)).toEqual([])
        expect(untoldOnDeck(hand)).toEqual([])
      }
    }
    for (const wanted of [
      'pull puller-first',
      'pull pull',
      'pull close-stage',
      'look grade',
      'look ! marked-since',
      'decide grade-first',
      'fit plug-out',
      'fit stop',
      'fit band-late',
      'fit press',
      'fit turn',
      'fit pilot',
      'fit out-again',
      'fit ! ring-missing',
      'counterbores measure',
      'protect count-in',
      'protect close-stage',
      'final-check measure',
      'trial-fit ! out',
    ])
      expect(met, [...met].sort().join('\n')).toContain(wanted)
  })
})
