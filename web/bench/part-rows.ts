import type { Liner, Shim } from '#core/job/snapshot'
import { partFigures, partFlag, type PartFlag } from '#core/plan/read-repair'

/** A part of the stock as a row of a list: what it should be and what it is. */
export interface PartRow {
  id: string
  kind: 'liner' | 'shim'
  engineId: string
  label: string
  nominalMm: number
  actualMm: number | null
  wedgeMm: number | null
  thickAtDeg: number | null
  flag: PartFlag
  material: string
  chamfer: string
  fitted: { jobId: string; cylinder: number } | null
  part: Liner | Shim
}

export function partRow(part: Liner | Shim, kind: 'liner' | 'shim'): PartRow {
  const figures = partFigures(part)
  return {
    id: part.id,
    kind,
    engineId: part.engineId,
    label: part.label,
    nominalMm: part.nominalMm,
    actualMm: figures?.meanMm ?? ('actualMm' in part && part.actualMm !== part.nominalMm ? part.actualMm : null),
    wedgeMm: figures?.wedgeMm ?? null,
    thickAtDeg: figures?.thickAtDeg ?? null,
    flag: partFlag(part, kind),
    material: part.material,
    chamfer: 'chamfer' in part ? part.chamfer : '',
    fitted: part.fitted,
    part,
  }
}
