import { describe, expect, it } from 'vitest'
import type { Snapshot } from '../../job/snapshot'
import { Played, ids, sixCylinders } from '../../testing/make-snapshot'
import { wholeJob } from '../../testing/tarrock'
import type { EntryAct } from '../kinds'
import { readDeck } from '../liners/deck'
import { fit } from '../liners/fit/steps'
import { moveInput } from '../liners/move-input'
import { nextMove } from '../liners/next-move'
import { suggestGrade } from '../liners/suggest-grade'
import { section, type LinerSection } from '../liners/section'
import { deckCheck } from './deck/steps'
import { faceLine, faceLineNames, faceOf, judgeGap, liesOnFace } from './faces'
import { pistonsOut } from './pistons/steps'
import { gaugedDepthsMm, readLinerBore } from '../liners/beside'
import { linesOpen, readLines, readRan } from './read-block'

const none: LinerSection = section.parse({})
function engine(own: Partial<LinerSection> = {}, plain: Snapshot = sixCylinders()): Snapshot {
  const sheet = { ...plain.sheet, sections: { liners: { ...none, ...own } } }
  return { ...plain, sheet, sheets: [sheet] }
}
const flat = { deckMm: 0.05, headMm: 0.05 }
const by = { gaugeId: ids.gauge, uncertaintyMm: 0.004 }
const four = (mm: number) => [mm, mm, mm, mm]

describe('rods and pistons out', () => {
  it('is a tick a cylinder and one photo, and says which is still in', () => {
    const played = new Played(engine())
    const gate = () =>
      pistonsOut.problems(played.snapshot, 0).map((p) => `${p.code} ${p.cylinders.join(',')} ${p.soft}`)
    expect(gate()).toEqual(['piston-still-in 1,2,3,4,5,6 false', 'caps-no-photo  true'])
    for (const cylinder of [1, 2, 3, 4, 5]) {
      expect(pistonsOut.move(played.snapshot, { cylinder: cylinder })).toMatchObject({
        action: 'take',
        cylinder,
        figures: { mark: String(cylinder) },
      })
      played.act({ what: 'take-piston', pistonId: played.id(300 + cylinder), cylinder, mark: String(cylinder) })
    }
    expect(pistonsOut.move(played.snapshot, { cylinder: 5 })).toMatchObject({ action: 'next-cylinder', cylinder: 6 })
    played.act({ what: 'take-piston', pistonId: played.id(306), cylinder: 6, mark: '6' })
    expect(pistonsOut.move(played.snapshot, { cylinder: 6 }).action).toBe('photograph')
    played.act({ what: 'lay-out', layOutId: played.id(310), photographed: true })
    expect([pistonsOut.move(played.snapshot, { cylinder: 6 }).action, gate()]).toEqual(['close-stage', []])
    played.act({ what: 'strike-entry', entryId: played.id(303), reason: 'still in' })
    expect(gate()).toEqual(['piston-still-in 3 false'])
  })
})

describe('a straight edge', () => {
  const face = faceOf(sixCylinders().engine, 1)

  it('lies on the face with every usual line, and off it or too short is refused', () => {
    for (const name of faceLineNames) expect(liesOnFace(face, faceLine(face, name, 140), 140), name).toBe(true)
    expect(face.bores.map((b) => b.cylinder)).toEqual([1, 2, 3])
    const line = (from: [number, number], to: [number, number]): EntryAct => ({
      what: 'read-line',
      flatId: '00000000-0000-4000-8000-000000000777',
      on: 'deck',
      head: 1,
      from,
      to,
      gapMm: 0,
      notMm: 0.03,
    })
    const refused = (act: EntryAct) => deckCheck.refuse!(engine(), act, 0)?.details
    expect(refused(line([0, 0], [400, 0]))).toBeUndefined()
    expect(refused(line([0, 0], [face.lengthMm + 5, 0]))).toEqual(['line-off-deck'])
    expect(refused(line([0, 0], [40, 0]))).toEqual(['line-off-deck'])
    expect(refused({ ...line([0, 0], [400, 0]), head: 3 } as EntryAct)).toEqual(['no-such-head'])
    expect(refused({ ...line([0, 0], [400, 0]), gapMm: 0.05, notMm: 0.05 } as EntryAct)).toEqual(['leaf-not-thicker'])
  })

  it('is judged by the leaf that goes under and the one that does not', () => {
    expect([judgeGap(0.06, 0.08, 0.05), judgeGap(0.04, 0.05, 0.05), judgeGap(0.04, 0.06, 0.05)]).toEqual([
      'out',
      'in',
      'unsure',
    ])
    expect([judgeGap(0, 0.03, 0.05), judgeGap(0, null, 0.05), judgeGap(0.04, null, 0.05)]).toEqual([
      'in',
      'in',
      'unsure',
    ])
  })

  it('is asked along every usual line of deck and heads, where the sheet has a limit', () => {
    expect(linesOpen(engine())).toEqual([])
    const played = new Played(engine({ flat }))
    expect(linesOpen(played.snapshot)).toHaveLength(2 * 2 * 4)
    expect(deckCheck.move(played.snapshot, { cylinder: 1 })).toMatchObject({
      action: 'line',
      figures: { on: 'deck', head: 1, line: 'left' },
    })
    const { from, to } = faceLine(face, 'front-left', 140)
    // Whichever end it begins at, it is that line; a later reading takes its place.
    const read = (n: number, gapMm: number, turned: boolean) =>
      played.act({
        what: 'read-line',
        flatId: played.id(400 + n),
        on: 'deck',
        head: 1,
        from: [...(turned ? to : from)],
        to: [...(turned ? from : to)],
        gapMm,
        notMm: gapMm + 0.02,
      })
    read(1, 0.03, false)
    read(2, 0.06, true)
    expect(readLines(played.snapshot)).toMatchObject([{ name: 'front-left', verdict: 'out', entry: { gapMm: 0.06 } }])
    expect(linesOpen(played.snapshot)).toHaveLength(15)
    const outside = () => deckCheck.problems(played.snapshot, 0).find((p) => p.code === 'flat-out')?.places
    expect(outside()).toEqual(['deck-1-front-left'])
    // A second one beyond the limit is named beside it, the worst first.
    const line = faceLine(face, 'left', 140)
    played.act({
      what: 'read-line',
      flatId: played.id(403),
      on: 'deck',
      head: 2,
      from: [...line.from],
      to: [...line.to],
      gapMm: 0.08,
      notMm: 0.1,
    })
    expect(outside()).toHaveLength(2)
    expect(outside()![1]).toBe('deck-1-front-left')
  })
})

describe('the fire ring of the old gasket', () => {
  const ring = (played: Played, cylinder: number, valuesMm: number[]) =>
    played.act({
      what: 'read-fire-ring',
      fireRingId: played.id(500 + cylinder),
      cylinder,
      readings: valuesMm.map((valueMm, i) => ({ angleDeg: [0, 90, 180, 270][i]!, valueMm })),
      ...by,
    })

  it('tells how the deck ran, and which liner moved since', () => {
    const played = new Played(engine()).deck({ 3: four(0.02), 6: four(0.13) }, 'as-found')
    // A gasket of 1.400 with its liner: 6 was found 0.030 higher than it ran, 3 ran as low as it was found.
    for (const cylinder of [1, 2, 4, 5]) ring(played, cylinder, four(1.3))
    ring(played, 3, four(1.38))
    ring(played, 6, four(1.3))
    const ran = Object.fromEntries(readRan(played.snapshot).map((r) => [r.cylinder, r]))
    expect(ran[3]!.stations[0]!.heightMm).toBeCloseTo(0.02, 3)
    expect([ran[3]!.moved, ran[1]!.moved, ran[6]!.moved]).toEqual([false, false, true])
    expect(ran[6]!.droppedMm).toBeCloseTo(-0.03, 3)
  })

  it('says nothing before the deck was found measured, and cannot be thicker than a new one', () => {
    const played = new Played(engine({ fireRingMm: 1.6 }))
    ring(played, 1, four(1.3))
    expect(readRan(played.snapshot)).toEqual([])
    const thick: EntryAct = {
      what: 'read-fire-ring',
      fireRingId: played.id(599),
      cylinder: 2,
      readings: [{ angleDeg: 0, valueMm: 1.7 }],
      ...by,
    }
    expect(deckCheck.refuse!(played.snapshot, thick, 0)?.details).toEqual(['ring-too-thick'])
    expect(deckCheck.refuse!(played.snapshot, { ...thick, readings: [{ angleDeg: 0, valueMm: 1.3 }] }, 0)).toBeNull()
  })
})

describe('the bore of a liner that may stay', () => {
  const bore = {
    newMm: 140,
    maxMm: 140.15,
    taperMaxMm: 0.05,
    outOfRoundMaxMm: 0.05,
    pistonMm: 139.86,
    expansionPerC: 1.1e-5,
  }

  it('is judged at 20 °C by the sheet; without its sizes it is only noted', () => {
    const gauged = (snapshot: Snapshot) =>
      new Played(snapshot).act({
        what: 'gauge-liner',
        boreId: '00000000-0000-4000-8000-000000000601',
        cylinder: 2,
        levels: [
          { depthMm: 12, thrustMm: 140.14, alongMm: 140.1 },
          { depthMm: 168, thrustMm: 140.03, alongMm: 140.02 },
        ],
        partC: 20,
        masterMm: 140,
        gaugeId: null,
        uncertaintyMm: 0.004,
      }).snapshot
    const judged = readLinerBore(gauged(engine({ bore })), 2)!
    expect(judged.wearMm).toBeCloseTo(0.14, 9)
    expect(judged.verdicts).toEqual({ size: 'in', taper: 'out', round: 'in' })
    expect([readLinerBore(gauged(engine()), 2), readLinerBore(engine({ bore }), 2)]).toEqual([null, null])
    // A bore beyond the sheet is scrap by itself; one that the sheet says nothing of changes no grade.
    expect(suggestGrade(gauged(engine({ bore })), 2)).toMatchObject({
      grade: 'scrap',
      reasons: [{ kind: 'worn-bore' }],
    })
    expect(suggestGrade(gauged(engine()), 2)).toMatchObject({ grade: 'good', reasons: [] })
  })
})

describe('the depths of a gauged bore', () => {
  it('are the ends of the rings’ travel and their middle, by the sheet or by the length', () => {
    expect(gaugedDepthsMm(wholeJob(), 262)).toEqual([12, 90, 168])
    expect(gaugedDepthsMm(sixCylinders(), 200)).toEqual([10, 70, 130])
  })
})

describe('barring the engine over', () => {
  it('voids what was read of a liner that nothing held, and only that', () => {
    const played = new Played(engine())
    const set = (cylinder: number, clampNm: number | null) => {
      const setId = played.id(700 + cylinder)
      played.act({ what: 'open-set', setId, cylinder, stage: 'trial-fit', gaugeId: ids.gauge, zeroOn: 'deck', clampNm })
      for (const [i, angleDeg] of [0, 90, 180, 270].entries())
        played.act({
          what: 'take-reading',
          readingId: played.id(800 + cylinder * 10 + i),
          setId,
          angleDeg,
          valueMm: 0.1,
          source: 'typed',
        })
      played.act({ what: 'close-set', setId, zeroMm: 0 })
    }
    set(2, 0)
    set(3, null)
    played.act({ what: 'bar-over', barringId: played.id(900) })
    const [, two, three] = readDeck(played.snapshot, 'trial-fit').cylinders
    expect(two!.changed).toMatchObject({ kind: 'barred' })
    expect(two!.changed!.expectMm).toBeCloseTo(0.1, 9)
    expect(three!.changed).toBeNull()
    const move = () => nextMove(moveInput(played.snapshot, readDeck(played.snapshot, 'trial-fit'), 2, false))
    expect(move()).toMatchObject({ action: 'measure', reason: 'after-barred', cylinder: 2 })
    played.act({ what: 'strike-entry', entryId: played.id(900), reason: 'another engine' })
    expect(readDeck(played.snapshot, 'trial-fit').cylinders[1]!.changed).toBeNull()
  })
})

describe('the pin that proves the clocking', () => {
  const clocked = (pilotMm: number | null) =>
    new Played(engine({ pilotMm }, wholeJob({}, { clockDeg: 90, clockTolDeg: 5 })))
  const closed = (played: Played) => {
    played.act({ what: 'close-stage', stage: 'trial-fit', note: 'tested elsewhere' })
    for (const [groove, seal] of played.snapshot.sheet.seals.entries()) {
      const { lubricant } = seal
      if (seal.swellMinutes !== null)
        played.act({
          what: 'fit-seal',
          sealFitId: played.id(20 + groove),
          cylinder: 1,
          groove,
          step: 'wetted',
          lubricant,
        })
      played.act({ what: 'fit-seal', sealFitId: played.id(30 + groove), cylinder: 1, groove, step: 'on', lubricant })
    }
    return played
  }
  const press = (played: Played, n: number, atDeg: number) =>
    played.act({ what: 'press-liner', pressId: played.id(40 + n), cylinder: 1, peakNm: null, atDeg, words: '' })
  const tryPin = (played: Played, n: number, drops: boolean) =>
    played.act({ what: 'try-pilot', pilotId: played.id(50 + n), cylinder: 1, drops })
  const moveOf = (played: Played) => fit.move(played.snapshot, { cylinder: 1, nowMs: 0 })
  const gate = (played: Played) =>
    fit.problems(played.snapshot, 0).flatMap((p) => (p.cylinders.includes(1) ? [p.code] : []))

  it('is asked for once the angle is right, outweighs it, and begins anew with another pressing', () => {
    const played = closed(clocked(12))
    press(played, 1, 91)
    expect(moveOf(played)).toMatchObject({ action: 'pilot', reason: 'pin-proves', figures: { pinMm: 12 } })
    expect(gate(played)).toEqual(['pilot-not-tried'])
    tryPin(played, 1, false)
    expect(moveOf(played)).toMatchObject({ action: 'turn', reason: 'pin-stops' })
    expect(gate(played)).toEqual(['clock-out'])
    played.act({ what: 'strike-entry', entryId: played.id(41), reason: 'turned' })
    press(played, 2, 89)
    expect(moveOf(played).action).toBe('pilot')
    tryPin(played, 2, true)
    expect(gate(played)).toEqual([])
    // The angle says otherwise; the pin went through.
    played.act({ what: 'strike-entry', entryId: played.id(42), reason: 'angle read anew' })
    press(played, 3, 120)
    tryPin(played, 3, true)
    expect(gate(played)).toEqual([])
  })

  it('is not asked for where the sheet has none, and not before the liner is in', () => {
    const played = closed(clocked(null))
    const early: EntryAct = { what: 'try-pilot', pilotId: played.id(59), cylinder: 1, drops: true }
    expect(fit.refuse!(played.snapshot, early, 0)?.details).toEqual(['press-first'])
    press(played, 1, 91)
    expect(moveOf(played).action).not.toBe('pilot')
    expect(gate(played)).toEqual([])
  })
})
