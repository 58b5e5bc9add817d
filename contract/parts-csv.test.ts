import { describe, expect, it } from 'vitest'
import type { Stock } from './shop'
import { labelsAgain, partColumns, readPartsCsv, writePartsCsv } from './parts-csv'

const engines = [
  { id: '00000000-0000-4000-8000-000000000001', name: 'Tarrock 6L-140' },
  { id: '00000000-0000-4000-8000-000000000002', name: 'Brennick "4M", long' },
]
let count = 0
const makeId = () => `00000000-0000-4000-8000-${String(++count).padStart(12, '0')}`
const read = (...lines: string[]) => readPartsCsv(lines.join('\n'), engines, makeId)
const head = partColumns.join(',')
const codes = (...lines: string[]) => read(...lines).problems.map((p) => `${p.line} ${p.code}`)

describe('a stock file', () => {
  it('gives liners and shims with their readings', () => {
    const { parts, problems } = read(
      head,
      'liner,Tarrock 6L-140,T9,10.6,cast iron,,3,0:10.601 90:10.603 180:10.602 270:10.600',
      'shim,tarrock 6l-140,Z1,0.1,brass,inside,,0.101 0.102 0.103',
    )
    expect(problems).toEqual([])
    expect(parts[0]).toMatchObject({
      kind: 'liner',
      label: 'T9',
      nominalMm: 10.6,
      onlyCylinder: 3,
      engineId: engines[0]!.id,
    })
    expect(parts[0]!.readings[1]).toEqual({ angleDeg: 90, valueMm: 10.603 })
    expect(parts[1]).toMatchObject({ kind: 'shim', material: 'brass', chamfer: 'inside' })
    expect(parts[1]!.readings.map((r) => r.angleDeg)).toEqual([0, 120, 240])
  })

  it('reads inches and thou by the column’s name, exactly', () => {
    expect(read('kind,engine,label,nominal_in', 'liner,Tarrock 6L-140,T1,0.4173').parts[0]!.nominalMm).toBeCloseTo(
      0.4173 * 25.4,
      12,
    )
    const thou = read('kind,engine,label,nominal_thou,readings_thou', 'shim,Tarrock 6L-140,Z1,4,4.1 4.0 4.2').parts[0]!
    expect(thou.nominalMm).toBeCloseTo(0.1016, 12)
    expect(thou.readings[0]!.valueMm).toBeCloseTo(0.10414, 12)
  })

  it('takes a comma for a point, and a byte order mark for nothing', () => {
    expect(
      read(`\uFEFF${head.replaceAll(',', ';')}`, 'shim;Tarrock 6L-140;Z1;0,1;brass;none;;').parts[0]!.nominalMm,
    ).toBe(0.1)
  })

  it('is refused whole, with the line and what is wrong in it', () => {
    expect(codes('a,b,c', '1,2,3')).toEqual(['0 no-columns'])
    expect(read('kind,engine,nominal_mm', 'x').problems[0]!.text).toBe('label')
    expect(codes('kind,engine,label,nominal_mm,nominal_in', 'x')).toEqual(['0 two-units'])
    expect(codes(head)).toEqual(['0 empty'])
    expect(
      codes(
        head,
        'ring,Tarrock 6L-140,Z1,0.1,,,,',
        'shim,Somebody Else,Z2,0.1,,,,',
        'shim,Tarrock 6L-140,Z3,thick,,,,',
        'shim,Tarrock 6L-140,Z4,0,,,,',
        'liner,Tarrock 6L-140,T1,0.4173,,,,',
      ),
    ).toEqual(['2 bad-kind', '3 unknown-engine', '4 no-number', '5 unit-doubtful', '6 unit-doubtful'])
    expect(
      codes(
        head,
        'shim,Tarrock 6L-140,Z1,0.1,,,,0:ten',
        'shim,Tarrock 6L-140,Z1,0.1,,,,4.1 4.0 4.2',
        'shim,Tarrock 6L-140,,0.1,,,,',
        'shim,Tarrock 6L-140,Z5,0.1,cheese,,,',
        'shim,Tarrock 6L-140,Z6,0.1,brass,,,0:0.1 5:0.1 9:0.1',
      ),
    ).toEqual(['2 bad-readings', '3 bad-readings', '4 not-a-part', '5 not-a-part', '6 too-close'])
    expect(read(head, 'shim,Tarrock 6L-140,Z1,0.1,brass,none,,', 'shim,Nobody,Z2,0.1,,,,').parts).toEqual([])
  })

  it('comes back as it went out', () => {
    const stock: Stock = {
      liners: [
        {
          id: makeId(),
          engineId: engines[1]!.id,
          label: '=T"1',
          nominalMm: 96.12,
          material: 'iron, grey',
          onlyCylinder: 2,
          readings: [0, 90, 180].map((angleDeg) => ({ angleDeg, valueMm: 96.121 })),
          fitted: null,
        },
      ],
      shims: [
        {
          id: makeId(),
          engineId: engines[0]!.id,
          label: 'A1',
          nominalMm: 0.05,
          actualMm: 0.051,
          material: 'stainless',
          chamfer: 'outside',
          readings: [0, 120, 240].map((angleDeg) => ({ angleDeg, valueMm: 0.051 })),
          fitted: null,
        },
      ],
    }
    const { parts, problems } = readPartsCsv(writePartsCsv(stock, engines), engines, makeId)
    expect(problems).toEqual([])
    expect(parts[0]).toMatchObject({
      nominalMm: 96.12,
      onlyCylinder: 2,
      material: 'iron, grey',
      readings: stock.liners[0]!.readings,
    })
    expect(parts[1]).toMatchObject({ label: 'A1', chamfer: 'outside', readings: stock.shims[0]!.readings })
  })

  it('tells which labels are in stock already, or twice in the file', () => {
    const { parts: first } = read(head, 'liner,Tarrock 6L-140,T9,10.6,,,,', 'shim,Tarrock 6L-140,T9,0.1,,,,')
    const stock = { liners: [{ ...first[0]!, fitted: null }], shims: [] } as unknown as Stock
    expect(labelsAgain(first, { liners: [], shims: [] })).toEqual([])
    const { parts } = read(
      head,
      'liner,Tarrock 6L-140, t9 ,10.6,,,,',
      'liner,"Brennick ""4M"", long",T9,10.6,,,,',
      'shim,Tarrock 6L-140,T9,0.1,,,,',
      'shim,Tarrock 6L-140,T9,0.2,,,,',
    )
    expect(labelsAgain(parts, stock)).toEqual(['t9', 'T9'])
  })
})
