import { beforeEach, describe, expect, it } from 'vitest'
import { signatureHash } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { stageNames, type StageName } from '#core/job/stages'
import { ids, Played } from '#core/testing/make-snapshot'
import { stageLogic } from '#core/works/logic'
import { openThings } from '#core/works/open-things'
import { bridge, wholeJob } from '#core/testing/tarrock'
import { readingsCsv } from './csv'
import { ownerContent, ownerPdf } from './owner-pdf'
import { recordContent, recordPdf } from './pdf'
import type { RecordOptions } from './paper'

const mm: RecordOptions = { unit: 'mm', paper: 'A4' }
let played: Played
beforeEach(() => {
  played = new Played(wholeJob())
})

/** Every piece of text of a page's content, in reading order; a table's row is one line. */
function textOf(node: unknown): string {
  if (typeof node === 'string') return node
  if (Array.isArray(node)) return node.map(textOf).filter(Boolean).join('\n')
  if (node === null || typeof node !== 'object') return ''
  const { text, ul, stack, columns, table } = node as Record<string, unknown>
  const rows = (table as { body: unknown[][] } | undefined)?.body.map((row) => row.map(textOf).join(' | ')) ?? []
  return [
    textOf(Array.isArray(text) ? text.map(textOf).join('') : text),
    textOf(ul),
    textOf(stack),
    textOf(columns),
    ...rows,
  ]
    .filter(Boolean)
    .join('\n')
}
const imagesOf = (node: unknown): string[] =>
  JSON.stringify(node).match(/"image":"data:image\/\w+;base64,[^"]*"/g) ?? []
const record = async (snapshot: Snapshot = played.snapshot, options = mm, photos = new Map<string, Buffer>()) =>
  textOf(await recordContent(snapshot, options, photos))
const owner = async (photos = new Map<string, Buffer>()) => textOf(await ownerContent(played.snapshot, mm, photos))
const line = (text: string, start: string) => text.split('\n').find((l) => l.startsWith(start)) ?? ''

/** Closes a stage as the server does, with the seal over what is there. */
function close(stage: StageName, note = ''): void {
  played.act({ what: 'close-stage', stage, note }, '2026-11-03T10:30:00.000Z')
  const { closures } = played.snapshot
  const last = closures.at(-1)!
  played.snapshot = {
    ...played.snapshot,
    closures: [...closures.slice(0, -1), { ...last, hash: signatureHash(played.snapshot, last) }],
  }
}

describe('the record', () => {
  it('gives each ledge as it was read, its lean by the clock where it leans, and what is worn on it', async () => {
    played
      .set(3, [10.619, 10.612, 10.569, 10.576], { stage: 'counterbores', zeroMm: 0 })
      .set(4, [10.5, 10.5, 10.5, 10.5], { stage: 'counterbores', zeroMm: 0 })
      .act({
        what: 'mark-wear',
        markId: played.id(900),
        cylinder: 4,
        kind: 'fretting',
        atDeg: 90,
        spanDeg: 40,
        depthMm: 0.02,
        words: 'by the dowel',
      })
    const text = await record()
    expect(text).toMatch(/^3 \| 10\.619 {2}10\.612 {2}10\.569 {2}10\.576 \| 10\.594 \| 0\.062 to \d+ o'clock \| /m)
    expect(text).toMatch(/^4 \| 10\.500 {2}10\.500 {2}10\.500 {2}10\.500 \| 10\.500 \| — \| /m)
    expect(text).toContain("4 · fretting · 3 o'clock · 0.020 by the dowel")
  })

  it('gives each liner’s figures as found, dry and at the end, with verdicts', async () => {
    played
      .deck({ 3: [0.031, 0.05, 0.07, 0.05] }, 'as-found')
      .deck({ 3: [0.123, 0.124, 0.122, 0.122] })
      .deck({ 3: [0.124, 0.149, 0.121, 0.101] }, 'final-check')
    const text = await record()
    expect(text).toContain("3 | As found | 0.031  0.050  0.070  0.050 | 0.050 | 0.039 to 6 o'clock | outside")
    expect(text).toContain('3 | Trial fit | 0.123  0.124  0.122  0.122 | 0.123')
    expect(text).toContain('3 | Final check | 0.124  0.149  0.121  0.101')
    expect(text).toContain("up 0.046 toward 3 o'clock: dirt under the flange or a ring pinched there")
    expect(line(text, 'Steps between neighbours')).toMatch(/1–2: 0\.000 inside/)
    // Of a complaint it speaks where there was one.
    expect(text).not.toContain('Low: 3, 0.031')
    const { snapshot } = played
    const complained = { ...snapshot, job: { ...snapshot.job, complaints: ['head-gasket' as const] } }
    expect(await record(complained)).toContain('Low: 3, 0.031')
  })

  it('writes the same in thou, and says so', async () => {
    played.deck()
    const text = await record(played.snapshot, { unit: 'thou', paper: 'LETTER' })
    expect(text).toContain('lengths in thou')
    expect(text).toContain('1 | Trial fit | 3.94  3.98  3.94  3.90')
    expect(text).not.toContain('0.100  0.101')
    expect(line(text, 'hold-down torque')).toBe('hold-down torque | 40.6 lb·ft')
    expect(line(await record(), 'hold-down torque')).toBe('hold-down torque | 55 N·m')
  })

  it('names the source of the limits, the gauge, its uncertainty and the rule', async () => {
    const sheet = {
      ...played.snapshot.sheet,
      source: 'workshop book',
      page: '4-17',
      copiedOn: '2026-10-01',
      personId: ids.person,
      version: 3,
    }
    played = new Played({
      ...played.snapshot,
      sheet,
      sheets: [sheet],
      gauges: played.snapshot.gauges.map((g) => ({ ...g, serial: 'SG-7', calibrationDue: '2026-01-31' })),
    }).deck()
    const text = await record()
    expect(line(text, 'Protrusion window')).toBe('Protrusion window | 0.060 – 0.140, aim 0.100 mm')
    for (const word of ['workshop book', '4-17', '2026-10-01', 'Ines Varga', '3'])
      expect(line(text, 'Copied from')).toContain(word)
    expect(line(await record(wholeJob()), 'Copied from')).toBe('Copied from | book, sheet version 1')
    expect(text).toMatch(/fine SG-7: each reading known to ±0\.00\d+ mm \(k = 2\); judged guarded by it\..*2026-01-31/)
    expect(text).toContain('Sets whose zero moved: 0.')
  })

  it('keeps what was struck out, with who and why', async () => {
    played.deck().cut(2, [0.05, 0.1], 0.02).shim(2, played.snapshot.shims[1]!.id, 0.12)
    played.act({ what: 'strike-cut', cutId: played.snapshot.cuts[0]!.id, reason: 'wrong bore' })
    played.act({ what: 'strike-reading', readingId: played.snapshot.readings[4]!.id, reason: 'chip under the foot' })
    const text = await record()
    expect(text).toMatch(
      /2 \| Cut bulk, stop pack 0\.150 \(0\.050 \+ 0\.100\) — struck out by Ines Varga, .*: wrong bore/,
    )
    expect(text).toContain('2 | Shim 0.100 (S1) in | 0.120 | Ines Varga')
    expect(text).toMatch(
      /Readings struck out\n2 · 12 o'clock · 0\.100 — struck out by Ines Varga, .*: chip under the foot/,
    )
  })

  it('tells the stripping: stoppers, pulls, findings with photos, grades and the decision', async () => {
    const [finding, photo, gone] = [played.id(1), played.id(2), played.id(3)]
    played
      .act({
        what: 'tally-plug',
        tallyId: played.id(4),
        cylinder: 2,
        goesIn: true,
        place: 'crank-hole',
        item: 'ear-plug',
        count: 2,
      })
      .act({
        what: 'log-pull',
        pullId: played.id(5),
        cylinder: 2,
        pullerId: bridge.id,
        peakNm: 190,
        tightMm: [12],
        ranOut: 'sludge',
        words: 'hard',
      })
      .act({
        what: 'mark-finding',
        findingId: finding,
        cylinder: 2,
        on: 'outside',
        kind: 'pitting',
        atDeg: 90,
        spanDeg: 40,
        fromMm: 60,
        toMm: 90,
        severity: 2,
        pastSteps: null,
        words: 'pin holes',
      })
    for (const photoId of [photo, gone])
      played.act({
        what: 'add-photo',
        photoId,
        cylinder: 2,
        findingId: finding,
        mime: 'image/jpeg',
        widthPx: 20,
        heightPx: 10,
        bytes: 4,
        sha256: 'a'.repeat(64),
        words: "at 3 o'clock",
      })
    played
      .act({ what: 'strike-entry', entryId: gone, reason: 'blurred' })
      .act({
        what: 'grade-cylinder',
        gradeId: played.id(6),
        cylinder: 2,
        grade: 'scrap',
        suggested: 'poor',
        words: 'nearly through',
      })
      .act({
        what: 'decide-renewals',
        decisionId: played.id(7),
        renew: [2],
        costs: played.snapshot.renewalCosts,
        nowCost: 500,
        comebackChance: 0.123,
        expectedCost: 900,
        words: 'owner agreed by phone',
      })
    const photos = new Map([
      [photo, Buffer.from('abcd')],
      [gone, Buffer.from('efgh')],
    ])
    const content = await recordContent(played.snapshot, mm, photos)
    const text = textOf(content)
    expect(text).toMatch(/in 2 · out 0 · still in 2/)
    expect(text).toMatch(/2 \| Bridge \| 190 N·m \| 12 mm \| sludge; past the \d+ N·m at which to stop; hard/)
    expect(text).toContain("2 | outside | marked pitting | 3 o'clock, 40° | 60 mm – 90 mm | pin holes")
    expect(text).toContain('scrap')
    expect(text).toMatch(/2\b.*500.*12\.3.*900.*owner agreed by phone/)
    expect(imagesOf(content)).toEqual([`"image":"data:image/jpeg;base64,${Buffer.from('abcd').toString('base64')}"`])
  })

  it('lists the parts that are in the engine, as they measured, and none that came out again', async () => {
    const liner = (n: number, mm: number) => ({
      id: played.id(7000 + n),
      engineId: played.snapshot.engine.id,
      label: `L${n}`,
      nominalMm: 10.6,
      material: 'cast iron',
      onlyCylinder: null,
      readings: [0, 90, 180, 270].map((angleDeg, i) => ({ angleDeg, valueMm: mm + i * 0.001 })),
      fitted: null,
    })
    played.snapshot = { ...played.snapshot, liners: [liner(1, 10.602), liner(2, 10.59)] }
    const place = (n: number, cylinder: number, linerId: string | null) =>
      played.act({ what: 'place-liner', placementId: played.id(7100 + n), cylinder, linerId, rotationDeg: 0 })
    place(1, 3, played.id(7001))
    place(2, 5, played.id(7002))
    place(3, 5, null)
    const shim = played.snapshot.shims[1]!
    played.shim(3, shim.id, 0.1)
    const text = await record()
    expect(text).toContain('L1 | 3 | 10.604 | 10.602  10.603  10.604  10.605')
    expect(text).toContain('L2 | — | 10.59')
    expect(text).toMatch(new RegExp(`${shim.label}[^\\n]*3[^\\n]*0\\.100`))
    played.shim(3, null, 0)
    expect(await record()).not.toMatch(new RegExp(`^${shim.label}\\b`, 'm'))
  })

  it('tells the seals groove by groove and how each liner went in', async () => {
    const on = (groove: number, lubricant: 'oil' | 'soap', step: 'on' | 'wetted' = 'on') =>
      played.act(
        {
          what: 'fit-seal',
          sealFitId: played.id(20 + groove + (step === 'on' ? 10 : 0)),
          cylinder: 1,
          groove,
          step,
          lubricant,
        },
        '2026-11-03T09:00:00.000Z',
      )
    on(1, 'soap')
    on(2, 'oil')
    on(0, 'oil', 'wetted')
    on(0, 'oil')
    played.act(
      { what: 'press-liner', pressId: played.id(50), cylinder: 1, peakNm: 30, atDeg: 90, words: 'even' },
      '2026-11-03T09:05:00.000Z',
    )
    const text = await record()
    expect(text).toContain('band')
    expect(text).toMatch(/upper: .*soap.*Ines Varga, 2026-11-03 09:00 UTC/)
    expect(text).toMatch(/30 N·m.*90°.*Ines Varga.*even/)
  })

  it('says who closed and signed, what is open, and when a seal is broken', async () => {
    played.deck({}, 'as-found').deck()
    expect(await record()).toMatch(/Not signed\. Still open: As found, .*Record\./)
    for (const stage of stageNames) close(stage, stage === 'record' ? 'ready to go' : '')
    const mark = played.snapshot.closures.at(-1)!.hash.slice(0, 12)
    const signed = await record()
    expect(signed).toContain(`Signed by Ines Varga, 2026-11-03 10:30 UTC (mark ${mark}).`)
    expect(signed).toContain('Trial fit closed by Ines Varga, 2026-11-03 10:30 UTC.')
    expect(signed).toContain('ready to go')
    expect(signed).not.toMatch(/broken/i)
    played.act({ what: 'strike-reading', readingId: played.snapshot.readings[0]!.id, reason: 'doubted later' })
    expect(line(await record(), 'Signed by')).toMatch(/broken/i)
  })

  it('carries the cautions of the work on its route, and always the maker’s word', async () => {
    const whole = await record()
    for (const word of ['chips', 'Pulling stores torque', 'No seal dry'])
      expect(whole.toLowerCase()).toContain(word.toLowerCase().replace('chips', 'bore and drillings plugged'))
    const measuring = await record({ ...played.snapshot, job: { ...played.snapshot.job, work: ['check'] } })
    for (const word of ['Pulling stores torque', 'No seal dry', 'bore and drillings plugged'])
      expect(measuring).not.toContain(word)
    for (const text of [whole, measuring])
      expect(text).toMatch(/clamped to the hold-down torque[\s\S]*never replace the engine maker's service information/)
  })

  it('leaves no blank of a message unfilled', async () => {
    played
      .deck({ 3: [0.031, 0.05, 0.07, 0.05] }, 'as-found')
      .deck({}, 'final-check')
      .cut(1, [0.05], 0.05)
    expect(await record()).not.toMatch(/\{\w+\}|undefined|NaN/)
    expect(await owner()).not.toMatch(/\{\w+\}|undefined|NaN/)
  })
})

describe('the owner’s page', () => {
  it('weighs one liner, some or all, and marks what was decided', async () => {
    for (const c of [1, 2, 3, 4, 5, 6])
      played.act({
        what: 'grade-cylinder',
        gradeId: played.id(60 + c),
        cylinder: c,
        grade: c === 3 ? 'scrap' : 'good',
        suggested: 'good',
        words: '',
      })
    expect(await owner()).toContain('One liner, some or all')
    played.act({
      what: 'decide-renewals',
      decisionId: played.id(70),
      renew: [3],
      costs: played.snapshot.renewalCosts,
      nowCost: 500,
      comebackChance: 0.1,
      expectedCost: 900,
      words: 'wants it back on Friday',
    })
    expect(await owner()).toContain('Decided: new liners in 3. wants it back on Friday')
    expect(await owner()).toContain('Not signed yet: this page is for deciding, no record.')
  })

  it('says what was done and how the deck stands now', async () => {
    played.deck({ 2: [0.15, 0.151, 0.15, 0.152] })
    expect(await owner()).toContain('Nothing was cut, shimmed or fitted yet.')
    expect(await owner()).toContain('Trial fit: 3 of 6 liners stand inside 0.060 – 0.140 mm with their neighbours.')
    played.cut(2, [0.05], 0.1).shim(5, played.snapshot.shims[0]!.id, 0.1)
    expect(await owner()).toMatch(/Ledges cut true: cylinder 2\.\nShims fitted: cylinder 5\./)
  })

  it('shows three photos at most, and none that was struck out', async () => {
    const photos = new Map<string, Buffer>()
    for (const n of [81, 82, 83, 84, 85]) {
      played.act({
        what: 'add-photo',
        photoId: played.id(n),
        cylinder: 1,
        findingId: null,
        mime: 'image/png',
        widthPx: 2,
        heightPx: 2,
        bytes: 4,
        sha256: 'b'.repeat(64),
        words: `photo ${n}`,
      })
      photos.set(played.id(n), Buffer.from(String(n)))
    }
    played.act({ what: 'strike-entry', entryId: played.id(81), reason: 'blurred' })
    const text = await owner(photos)
    expect(text).toMatch(/photo 82\n.*photo 83\n.*photo 84/)
    expect(text).not.toMatch(/photo 81|photo 85/)
  })
})

describe('the paper', () => {
  it.each([['A4', '595.28 841.89'], ['LETTER', '612 792'] as const])(
    'is %s where that is wanted',
    async (paper, size) => {
      played.deck()
      for (const print of [recordPdf, ownerPdf]) {
        const pdf = (await print(played.snapshot, { unit: 'mm', paper: paper as RecordOptions['paper'] })).toString(
          'latin1',
        )
        expect(pdf.slice(0, 5)).toBe('%PDF-')
        expect(pdf).toContain(`/MediaBox [0 0 ${size}]`)
      }
    },
  )

  it('gives the owner one page', async () => {
    played.deck({}, 'as-found').deck()
    for (const c of [1, 2, 3, 4, 5, 6])
      played.act({
        what: 'grade-cylinder',
        gradeId: played.id(60 + c),
        cylinder: c,
        grade: 'poor',
        suggested: 'good',
        words: '',
      })
    const pdf = (await ownerPdf(played.snapshot, mm)).toString('latin1')
    expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1)
  })
})

describe('the readings as CSV', () => {
  it('gives every reading a row, struck ones with who and why, in mm', async () => {
    played.set(1, [0.1, 0.101, 0.1, 0.099], { zeroMm: 0 })
    played.act({ what: 'strike-reading', readingId: played.snapshot.readings[1]!.id, reason: 'typed; twice' })
    const [head, ...rows] = readingsCsv(played.snapshot).trim().split(/\r?\n/)
    expect(head!.split(',').slice(2, 7)).toEqual(['stage', 'cylinder', 'set', 'station_deg', 'protrusion_mm'])
    expect(rows).toHaveLength(4)
    expect(rows[1]).toContain(',90,0.101,typed,fine,')
    expect(rows[1]).toMatch(/Ines Varga,2026-11-02T08:00:00\.000Z,typed; twice$/)
    expect(rows[0]).toMatch(/,,,$/)
  })
})

describe('a job that is ended as it stands', () => {
  it('says so first on record and owner\u2019s page, with why and what was open, and is signed nowhere', async () => {
    const open = openThings(played.snapshot, (stage) => stageLogic[stage], Date.now())
    played.act({ what: 'end-as-it-stands', why: 'the block is cracked', open })
    for (const told of [await record(), await owner()]) {
      const lines = told.split('\n')
      const at = (start: string) => lines.findIndex((l) => l.includes(start))
      expect(at('the block is cracked')).toBeGreaterThan(-1)
      expect(at('Trial fit: ')).toBeGreaterThan(at('the block is cracked'))
      expect(told).toContain('Ended as it stands, with things open: not signed as done.')
      expect(told).not.toContain('Signed by')
    }
    const lines = (await record()).split('\n')
    expect(lines.findIndex((l) => l.includes('the block is cracked'))).toBeLessThan(8)
  })
})
