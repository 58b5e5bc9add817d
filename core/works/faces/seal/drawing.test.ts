import { describe, expect, it } from 'vitest'
import { LEAST_TEXT, type RectShape, type Scene, type Shape, type TextShape } from '../../../drawing/scene'
import { faceSteps, type FaceStep } from '../kinds'
import type { DrawState, FaceState, PadSpot } from '../read-faces'
import { faceSealInSection } from './drawing'

const pad: PadSpot = {
  cylinder: null,
  place: 'pad-1',
  n: 1,
  of: {
    name: 'Input pad',
    faceMm: 70,
    nuts: 4,
    pitchMm: 1.25,
    circleMm: 120,
    travelMm: 5,
    stepTurns: 1,
    maxSkewMm: 1.3,
    soakMin: 15,
    airKPa: 50,
    airDropKPa: 2,
    airMin: 5,
    joint: null,
  },
}
const drawn = (mm: number): DrawState => ({
  mm,
  plan: null,
  turnsNow: mm < 5 ? 1 : null,
  skewMm: 0,
  uneven: false,
  lagging: [0, 0, 0, 0],
  binds: false,
})
/** What was done up to a step, and that one too. */
const upTo = (step: FaceStep | null, onMm = 0, offMm = 5): FaceState => {
  const doneSteps = step === null ? [] : faceSteps.slice(0, faceSteps.indexOf(step) + 1)
  return {
    off: drawn(offMm),
    on: drawn(onMm),
    has: (s) => doneSteps.includes(s),
    soakAt: null,
    airOn: null,
    airDueAt: null,
    soakedAt: null,
    air: null,
    tight: null,
    offPressure: false,
    lost: 0,
  }
}
const frame = { width: 720, height: 500 }
const sceneOf = (state: FaceState, hand: string): Scene => faceSealInSection(pad, state, hand, frame)
const texts = (scene: Scene) => scene.shapes.filter((s): s is TextShape => s.is === 'text')
const said = (scene: Scene, word: string) => texts(scene).find((s) => 'word' in s.said && s.said.word === word)
const brass = (shape: Shape) =>
  ('line' in shape && shape.line === 'asked') || ('tone' in shape && shape.tone === 'asked')
/** Where the pad stands, px from the left. */
const padAt = (scene: Scene) => said(scene, 'face.label.pad')!.x

describe('a face seal in section', () => {
  it.each([
    ['jack', upTo(null, 0, 1), 'nuts'],
    ['pair', upTo('ring-out'), 'ring'],
    ['bubbles', upTo('soak'), 'oil-air'],
    ['jelly', upTo('bubbles'), 'packing'],
    ['rolled', upTo('jelly'), 'packing'],
    ['clicked', upTo('rolled'), 'ring'],
    ['draw', upTo('wiped', 2), 'nuts'],
  ])('shows what %s takes in hand in brass, by its name', (hand, state, part) => {
    const scene = sceneOf(state, hand)
    expect(brass(said(scene, `face.label.${part}`)!)).toBe(true)
    expect(scene.shapes.filter((s) => s.is !== 'text' && brass(s)).length).toBeGreaterThanOrEqual(2)
  })

  it('has the carbon under oil from its soaking until it is clicked in, with its air until that is out', () => {
    const under = (state: FaceState) => said(sceneOf(state, ''), 'face.label.carbon') === undefined
    expect([upTo('pair'), upTo('soak'), upTo('rolled'), upTo('clicked')].map(under)).toEqual([false, true, true, false])
    expect(said(sceneOf(upTo('soak'), 'bubbles'), 'face.label.oil-air')).toBeDefined()
    expect(said(sceneOf(upTo('bubbles'), 'jelly'), 'face.label.oil-air')).toBeUndefined()
  })

  it('stands off as far as it is jacked, and comes nearer with every round of its nuts', () => {
    const off = [0, 2, 5].map((mm) => padAt(sceneOf(upTo(null, 0, mm), 'jack')))
    expect(off).toEqual([...off].sort((a, b) => a - b))
    expect(new Set(off).size).toBe(3)
    const on = [0, 2, 5].map((mm) => padAt(sceneOf(upTo('wiped', mm), 'draw')))
    expect(on).toEqual([...on].sort((a, b) => b - a))
    // Drawn in, it is where it was before it came off.
    expect(on[2]).toBeCloseTo(off[0]!, 9)
  })

  it('marks the faces that run on each other until they are wiped', () => {
    const faces = (state: FaceState, hand: string) =>
      sceneOf(state, hand).shapes.flatMap((s) => (s.is === 'line' && s.wide && s.x1 === s.x2 ? [s.line] : []))
    expect(new Set(faces(upTo('clicked'), 'air'))).toEqual(new Set(['out']))
    expect(new Set(faces(upTo('clicked'), 'wiped'))).toEqual(new Set(['asked']))
    expect(new Set(faces(upTo('wiped'), 'draw'))).toEqual(new Set(['in']))
    expect(faces(upTo('rolled'), 'clicked')).toEqual([])
  })

  it('stays inside its frame, upright too, with every word large enough to read', () => {
    for (const [width, height] of [
      [720, 500],
      [320, 260],
      [780, 620],
    ] as const)
      for (const step of [null, ...faceSteps]) {
        const scene = faceSealInSection(pad, upTo(step), 'draw', { width, height })
        const boxes = scene.shapes.filter((s): s is RectShape => s.is === 'rect')
        for (const { x, y, w, h } of boxes) {
          expect(x, `${step} ${width}`).toBeGreaterThanOrEqual(0)
          expect(x + w, `${step} ${width}`).toBeLessThanOrEqual(width)
          expect(y, `${step} ${width}`).toBeGreaterThanOrEqual(0)
          expect(y + h, `${step} ${width}`).toBeLessThanOrEqual(height)
        }
        for (const t of texts(scene)) expect(t.size ?? 15).toBeGreaterThanOrEqual(LEAST_TEXT)
      }
  })
})
