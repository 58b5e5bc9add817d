import type { Liner, Shim } from '#core/job/snapshot'
import { partStand, type PartStand } from '#core/plan/read-repair'

/** A part of the stock as a row of a list: what it should be and what it is. */
export interface PartRow extends PartStand {
  id: string
  kind: 'liner' | 'shim'
  engineId: string
  label: string
  nominalMm: number
  material: string
  chamfer: string
  /** Rings that came with a liner. */
  ringsMm: readonly number[]
  fitted: { jobId: string; cylinder: number } | null
  part: Liner | Shim
}

export function partRow(part: Liner | Shim, kind: 'liner' | 'shim'): PartRow {
  const { id, engineId, label, nominalMm, material, fitted } = part
  const chamfer = 'chamfer' in part ? part.chamfer : ''
  const ringsMm = 'ringsMm' in part ? (part.ringsMm ?? []) : []
  return { id, kind, engineId, label, nominalMm, material, chamfer, ringsMm, fitted, part, ...partStand(part, kind) }
}
