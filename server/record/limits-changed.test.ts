import { randomUUID } from 'node:crypto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { asJudged, judgedNow, otherSheets } from '#core/job/as-judged'
import type { Snapshot } from '#core/job/snapshot'
import { byEachLimits } from '#core/works/by-each-limits'
import { gateProblems, stageLogic } from '#core/works/logic'
import { gearboxTruth } from '../demo/gearbox-world'
import { pumpTruth } from '../demo/unit-world'
import { Hand, newJob } from '../testing/hand'
import { recordContent } from './pdf'

const truth = { ...pumpTruth, leaks: [], faces: gearboxTruth }
let hand: Hand
let closed: Snapshot
beforeEach(() => {
  hand = new Hand(newJob('lune', ['face-seals'], []), truth)
  hand.carry()
  closed = hand.job
})

/** The job after somebody took over limits under which no air may be lost, and the seal is drawn in further. */
function adopted(job: Snapshot): Snapshot {
  const { sheet } = job
  const pads = sheet.sections.faces!.pads.map((p) => ({ ...p, airDropKPa: 0, name: `${p.name} anew` }))
  const next = {
    ...sheet,
    id: randomUUID(),
    version: sheet.version + 1,
    source: 'Second edition',
    sections: { ...sheet.sections, faces: { pads } },
  }
  const before = hand.job
  hand.job = { ...job, sheets: [...job.sheets, next] }
  hand.act({ what: 'adopt-sheet', sheetId: next.id })
  const after = hand.job
  hand.job = before
  expect(after.sheet.id).toBe(next.id)
  return after
}
const paper = async (job: Snapshot) => JSON.stringify(await recordContent(job, { unit: 'mm', paper: 'A4' }))
const codes = (job: Snapshot) =>
  byEachLimits(job, 'face-seal', stageLogic['face-seal'], 0).map((b) => [
    b.sheet.version,
    b.problems.map((p) => p.code),
  ])

describe('limits that change under a stage of a newer work', () => {
  it('change nothing in it once it is closed: it keeps its verdict, and the other is shown beside it', async () => {
    expect(otherSheets(closed, 'face-seal')).toEqual([])
    const job = adopted(closed)
    expect(asJudged(job, 'face-seal').sheet.id).toBe(closed.sheet.id)
    expect(codes(job)).toEqual([
      [1, []],
      [2, ['air-lost']],
    ])
    const told = await paper(job)
    expect(told).toContain('Judged by version 1 of the limits')
    expect(told).toContain('nothing in the way')
    expect(told).toMatch(/By version 2 \(Second edition[^)]*\): .*air/i)
    // The places are called as they were when it was closed.
    expect(told).not.toContain(' anew')
    expect(await paper(closed)).not.toContain('Judged by version')
  })

  it('are those of the closing where it kept them, and of what was entered before it where it is of before', () => {
    const job = adopted(closed)
    const kept = (judged: ReturnType<typeof judgedNow>) => ({
      ...job,
      closures: job.closures.map((c) => ({ ...c, judged })),
    })
    expect(asJudged(kept({ ...judgedNow(closed, 'face-seal') }), 'face-seal').sheet.version).toBe(1)
    expect(asJudged(kept({ sheetId: job.sheet.id, shims: [], liners: [] }), 'face-seal').sheet.version).toBe(2)
  })

  it('judge what is entered from then on, once it is opened again, and the old verdict stands beside the new', async () => {
    hand.act({ what: 'reopen-stage', stage: 'face-seal', note: 'again' })
    const job = adopted(hand.job)
    expect(asJudged(job, 'face-seal')).toBe(job)
    expect(gateProblems(job, 'face-seal', 0).map((p) => p.code)).toContain('air-lost')
    expect(codes(job)).toEqual([
      [2, ['air-lost']],
      [1, []],
    ])
    expect(await paper(job)).toContain('By version 1')
  })

  it('come out in a paper also where a part of it cannot be made: that is said in its place', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const broken = structuredClone(closed)
    for (const rows of Object.values(broken.works.faces!))
      for (const e of rows) Object.assign(e, { personId: null, at: null })
    const told = await paper(broken)
    expect(told).toContain('could not be printed')
    expect(told).toContain('Gauges')
    const { ownerContent } = await import('./owner-pdf')
    const owner = JSON.stringify(await ownerContent(broken, { unit: 'mm', paper: 'A4' }))
    expect(owner).toContain(broken.job.title)
    expect(said).toHaveBeenCalled()
  })
})
