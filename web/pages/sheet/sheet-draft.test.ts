import { describe, expect, it } from 'vitest'
import { sixCylinders } from '#core/testing/make-snapshot'
import { draftOf, emptyDraft, sheetBody, sheetProblems, usualAimMm } from './sheet-draft'

describe('a sheet being typed', () => {
  it('says what is missing, field by field', () => {
    const fields = sheetProblems(emptyDraft()).map((p) => [p.field, p.code])
    expect(fields).toEqual(
      ['minMm', 'maxMm', 'aimMm', 'withinLinerMaxMm', 'flange', 'counterbore'].map((f) => [f, 'missing']),
    )
  })

  it('proposes the middle of the window until an aim stands', () => {
    const { limits } = emptyDraft()
    expect(usualAimMm(limits)).toBeNull()
    expect(usualAimMm({ ...limits, minMm: 0.06, maxMm: 0.14 })).toBeCloseTo(0.1, 12)
    expect(usualAimMm({ ...limits, minMm: 0.06, maxMm: 0.14, aimMm: 0.11 })).toBeNull()
  })

  it('says what cannot be right', () => {
    const draft = draftOf(sixCylinders().sheet)
    expect(sheetProblems(draft)).toEqual([])
    expect(sheetProblems({ ...draft, limits: { ...draft.limits, minMm: 0.2 } })).toEqual([
      { field: 'minMm', code: 'limits-crossed' },
    ])
    expect(sheetProblems({ ...draft, limits: { ...draft.limits, aimMm: 0.05 } })).toEqual([
      { field: 'aimMm', code: 'aim-outside' },
    ])
    expect(sheetProblems({ ...draft, links: [{ kind: 'flange', nominalMm: 0 }, draft.links[1]!] })).toEqual([
      { field: 'flange', code: 'out-of-range' },
    ])
  })

  it('becomes the sheet that was meant', () => {
    const { sheet } = sixCylinders()
    const body = sheetBody(draftOf(sheet))
    expect(body).toMatchObject({ seat: sheet.seat, links: sheet.links, limits: sheet.limits, source: sheet.source })
    expect(body.id).not.toBe(sheet.id)
    expect(sheetBody({ ...draftOf(sheet), limits: { ...sheet.limits, holdDownNm: null } }).limits.holdDownNm).toBeNull()
  })
})
