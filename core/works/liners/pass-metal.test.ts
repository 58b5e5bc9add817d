import { describe, expect, it } from 'vitest'
import { Played } from '../../testing/make-snapshot'
import { readCutBore } from './cut-bore'
import { passMetal } from './pass-metal'

const passes = (...packsMm: number[]) => {
  const played = new Played()
  packsMm.forEach((mm, i) =>
    played.act({
      what: 'cut-pass',
      cutId: played.id(i),
      cylinder: 3,
      kind: 'rough',
      leavesMm: [mm],
      expectMm: 0,
      biasMm: 0.001,
    }),
  )
  return readCutBore(played.snapshot, 3).passes
}

describe('the metal of a ledge', () => {
  it('is what each pass took with its bias, what this one takes, and what is left then', () => {
    const { pieces, leftMm, totalMm } = passMetal(passes(0.09), 0.04, 0.049, 0.14)
    expect(pieces.map((p) => [p.kind, +p.mm.toFixed(6), +p.fromMm.toFixed(6)])).toEqual([
      ['off', 0.091, 0],
      ['now', 0.04, 0.091],
      ['left', 0.009, 0.131],
    ])
    expect(leftMm).toBeCloseTo(0.009, 9)
    expect(totalMm).toBeCloseTo(0.14, 9)
  })

  it('leaves nothing, or less than nothing, where the pass takes all or too much', () => {
    expect(passMetal([], 0.05, 0.05, 0.05).pieces.map((p) => p.kind)).toEqual(['now'])
    const over = passMetal(passes(0.1), 0.06, 0.05, 0.15)
    expect(over.pieces.map((p) => p.kind)).toEqual(['off', 'now'])
    expect(over.leftMm).toBeCloseTo(-0.01, 9)
    expect(over.totalMm).toBeCloseTo(0.161, 9)
  })

  it('is none where nothing is wanted and nothing was cut', () => {
    expect(passMetal([], 0, 0, 0)).toEqual({ pieces: [], leftMm: 0, totalMm: 0 })
  })
})
