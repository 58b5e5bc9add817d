import { describe, expect, it } from 'vitest'
import { sixCylinders } from '../testing/make-snapshot'
import { barrelMeasure } from '../works/barrels/measure/steps'
import { nextAsk, type Answers } from './ask'
import { answersOf, turnOf, type Here } from './turn'

const here: Here = {
  snapshot: sixCylinders(),
  spot: { cylinder: null, place: 'barrel-1' },
  state: null,
  nowMs: 0,
  hand: null,
}
const by = { gaugeId: null, uncertaintyMm: 0.002 }
let n = 0
const newId = () => `id-${++n}`
const cut = turnOf({
  entry: 'bore-cut',
  fields: {
    partC: {},
    boreMm: { each: () => [1, 2].map((k) => ({ figures: { k }, spot: `bore-${k}`, about: 90 })) },
  },
})
const set = turnOf({
  entry: 'finish-bore',
  fields: {
    partC: { usual: () => 20 },
    masterMm: () => 90,
    levels: {
      rows: () => [{ spot: '0' }],
      more: (_, row) => ({ spot: String(row) }),
      each: {
        depthMm: { spot: 'depth', usual: (_, row) => (row === 0 ? 15 : undefined) },
        thrustMm: { spot: 't' },
        alongMm: { spot: 'a' },
      },
    },
    marksLeft: {},
    crosshatchDeg: {},
  },
})

describe('a turn', () => {
  it('asks each field of its entry once, with the bounds of its type, and makes the entry of the answers', () => {
    const asks = cut.asks(here, {})
    expect(asks.map((a) => [a.key, a.quantity, a.least, a.most, a.about])).toEqual([
      ['partC', 'temperature', -40, 200, null],
      ['boreMm.0', 'length', 10, 1000, 90],
      ['boreMm.1', 'length', 10, 1000, 90],
    ])
    const [act] = cut.make(here, { partC: 21, 'boreMm.0': 90.1, 'boreMm.1': 90.2 }, by, newId)
    expect(act).toEqual({
      what: 'bore-cut',
      barrelCutId: `id-${n}`,
      place: 'barrel-1',
      partC: 21,
      boreMm: [90.1, 90.2],
      ...by,
    })
  })

  it('leaves what is usual as it is until it is touched, and takes one row more by hand', () => {
    expect(nextAsk(set.asks(here, {}), {})!.key).toBe('levels.0.thrustMm')
    const more = { '#levels': 1 }
    const asks = set.asks(here, more)
    expect(asks.filter((a) => a.key.startsWith('levels.')).map((a) => a.key.slice(7))).toEqual([
      '0.depthMm',
      '0.thrustMm',
      '0.alongMm',
      '1.depthMm',
      '1.thrustMm',
      '1.alongMm',
    ])
    const answers: Answers = {
      ...more,
      'levels.0.thrustMm': 90,
      'levels.0.alongMm': 90.01,
      'levels.1.depthMm': 60,
      'levels.1.thrustMm': 90.02,
      'levels.1.alongMm': 90.03,
      marksLeft: false,
      crosshatchDeg: 44,
    }
    const [act] = set.make(here, answers, by, newId)
    expect(act).toMatchObject({
      partC: 20,
      masterMm: 90,
      levels: [
        { depthMm: 15, thrustMm: 90, alongMm: 90.01 },
        { depthMm: 60, thrustMm: 90.02, alongMm: 90.03 },
      ],
    })
    expect(act).not.toHaveProperty('#levels')
    // Opened again it stands in its cells, and comes to the same.
    const again = answersOf(set.asks(here, more), act!)
    expect(set.make(here, { ...more, ...again }, by, () => 'x')[0]).toEqual({ ...act, finishedId: 'x' })
  })

  it('does not compile with a field forgotten, one that is none, or one that cannot be asked so', () => {
    // @ts-expect-error boreMm is neither asked nor given
    turnOf({ entry: 'bore-cut', fields: { partC: {} } })
    // @ts-expect-error depthMm is no field of this entry
    turnOf({ entry: 'bore-cut', fields: { partC: {}, boreMm: { each: () => [] }, depthMm: {} } })
    // @ts-expect-error a pair is asked one by one
    turnOf({ entry: 'bore-cut', fields: { partC: {}, boreMm: {} } })
    // @ts-expect-error what is done is chosen of what there is
    turnOf({ entry: 'decide-barrel', fields: { way: () => 'melt' } })
    // @ts-expect-error an angle without bounds cannot be asked
    turnOf({ entry: 'bar-engine', fields: { crankDeg: {} } })
    expect(barrelMeasure.steps!.length).toBe(3)
  })
})
