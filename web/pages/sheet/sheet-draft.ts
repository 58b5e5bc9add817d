import { limits as limitsSchema, sheet as sheetSchema, type Limits, type Sheet } from '#core/job/snapshot'
import { noDeck } from '#core/job/unit-shape'
import { linerShape as linerShapeSchema, type LinerShape, type SealGroove } from '#core/works/liners/fitting'
import { seatLinks, type Seat } from '#core/liner/stack'
import { newId } from '../../stores/new-id'

type LinkKind = Sheet['links'][number]['kind']

/** A sheet while it is being typed: any figure may still be missing. */
export interface SheetDraft {
  seat: Seat
  links: { kind: LinkKind; nominalMm: number | null }[]
  limits: { [K in keyof Limits]: number | null }
  source: string
  page: string
  copiedOn: string | null
  /** The liner's own measures; null until somebody enters them. */
  liner: { [K in keyof LinerShape]: LinerShape[K] | null } | null
  seals: SealGroove[]
  /** What other works need of it: as it stands until its own forms change it. */
  sections: Sheet['sections']
}

export interface SheetProblem {
  field: string
  code: 'missing' | 'limits-crossed' | 'aim-outside' | 'out-of-range'
}

const mayBeEmpty: (keyof Limits)[] = ['adjacentMaxMm', 'headRangeMaxMm', 'maxLedgeDepthMm', 'holdDownNm']

export function draftOf(sheet: Sheet): SheetDraft {
  return {
    seat: sheet.seat,
    links: sheet.links.map((l) => ({ ...l })),
    limits: { ...sheet.limits },
    source: sheet.source,
    page: sheet.page,
    copiedOn: sheet.copiedOn,
    liner: sheet.liner && { ...sheet.liner },
    seals: sheet.seals.map((s) => ({ ...s })),
    sections: sheet.sections,
  }
}

/** A sheet before anything is typed. @param unit of a unit without cylinders: it has no deck, no liners, no seals of one */
export function emptyDraft(unit = false): SheetDraft {
  const blank: SheetDraft = {
    seat: 'top-stop',
    links: seatLinks['top-stop'].map((kind) => ({ kind, nominalMm: null })),
    limits: {
      minMm: null,
      maxMm: null,
      aimMm: null,
      withinLinerMaxMm: null,
      adjacentMaxMm: null,
      headRangeMaxMm: null,
      maxLedgeDepthMm: null,
      holdDownNm: null,
    },
    source: '',
    page: '',
    copiedOn: new Date().toISOString().slice(0, 10),
    liner: null,
    seals: [],
    sections: {},
  }
  return unit ? { ...blank, ...noDeck, limits: { ...noDeck.limits } } : blank
}

/** A liner's measures while they are being typed: what is usual stands, the rest is open. */
export function emptyLiner(): NonNullable<SheetDraft['liner']> {
  return {
    flangeOuterMm: null,
    lowerOuterMm: null,
    lowerBoreMm: null,
    lengthMm: null,
    sealLandMm: null,
    travelTopMm: null,
    travelBottomMm: null,
    lipAllowMPa: 100,
    massKg: null,
    clockDeg: null,
    clockTolDeg: 5,
  }
}

/** A ring of the seal set as it begins. */
export function emptySeal(): SealGroove {
  return { place: '', material: '', colour: '', lubricant: 'oil', swellMinutes: null }
}

/** The aim that is usual for a window, its middle, mm; null where an aim stands, or a limit is missing. */
export function usualAimMm({ minMm, maxMm, aimMm }: SheetDraft['limits']): number | null {
  return aimMm === null && minMm !== null && maxMm !== null ? (minMm + maxMm) / 2 : null
}

/** The spread round a liner that is taken where none is typed, mm: as wide as the window, which is no stricter than it; null where one stands, or a limit is missing. */
export function usualSpreadMm({ minMm, maxMm, withinLinerMaxMm }: SheetDraft['limits']): number | null {
  return withinLinerMaxMm === null && minMm !== null && maxMm !== null && maxMm >= minMm ? maxMm - minMm : null
}

/** The limits with what is proposed where nothing was typed. */
function withUsual(limits: SheetDraft['limits']): SheetDraft['limits'] {
  return {
    ...limits,
    aimMm: limits.aimMm ?? usualAimMm(limits),
    withinLinerMaxMm: limits.withinLinerMaxMm ?? usualSpreadMm(limits),
  }
}

/** What is still wrong with a draft, field by field. */
export function sheetProblems(typed: SheetDraft): SheetProblem[] {
  const draft = { ...typed, limits: withUsual(typed.limits) }
  const missing = [
    ...(Object.keys(draft.limits) as (keyof Limits)[]).filter(
      (k) => draft.limits[k] === null && !mayBeEmpty.includes(k),
    ),
    ...draft.links.filter((l) => l.nominalMm === null).map((l) => l.kind),
  ]
  if (missing.length > 0) return missing.map((field) => ({ field, code: 'missing' }))
  const problems: SheetProblem[] = []
  const limits = limitsSchema.safeParse(draft.limits)
  for (const issue of limits.error?.issues ?? []) {
    const known = issue.message === 'limits-crossed' || issue.message === 'aim-outside'
    problems.push({ field: String(issue.path[0]), code: known ? (issue.message as 'aim-outside') : 'out-of-range' })
  }
  const links = sheetSchema.shape.links.safeParse(draft.links)
  for (const issue of links.error?.issues ?? [])
    problems.push({ field: draft.links[Number(issue.path[0])]?.kind ?? 'links', code: 'out-of-range' })
  if (draft.liner)
    for (const issue of linerShapeSchema.safeParse(draft.liner).error?.issues ?? [])
      problems.push({
        field: String(issue.path[0]),
        code: draft.liner[issue.path[0] as keyof LinerShape] === null ? 'missing' : 'out-of-range',
      })
  draft.seals.forEach((seal, i) => {
    if (seal.place.trim() === '') problems.push({ field: `seal-${i}`, code: 'missing' })
  })
  return problems
}

/** The sheet of a quick check: its limits alone; what is not typed is judged no more strictly than them. */
export function quickSheet(minMm: number, maxMm: number, source: string): ReturnType<typeof sheetBody> {
  const draft = emptyDraft()
  return sheetBody({ ...draft, seat: 'top-stop', links: [], limits: { ...draft.limits, minMm, maxMm }, source })
}

/** The finished sheet, as a command carries it; only for a draft without problems. */
export function sheetBody(
  draft: SheetDraft,
): Pick<Sheet, 'id' | 'seat' | 'links' | 'limits' | 'source' | 'page' | 'copiedOn' | 'liner' | 'seals' | 'sections'> {
  return {
    id: newId(),
    seat: draft.seat,
    links: draft.links.map((l) => ({ kind: l.kind, nominalMm: l.nominalMm as number })),
    limits: limitsSchema.parse({ ...withUsual(draft.limits), holdDownNm: draft.limits.holdDownNm || null }),
    source: draft.source,
    page: draft.page.trim(),
    copiedOn: draft.copiedOn || null,
    liner: draft.liner && linerShapeSchema.parse(draft.liner),
    seals: draft.seals.map((s) => ({ ...s, swellMinutes: s.swellMinutes || null })),
    sections: draft.sections,
  }
}
