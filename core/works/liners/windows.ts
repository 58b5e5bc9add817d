import type { Limits, Sheet, TakenPlan } from '../../job/snapshot'

/** The limits of a protrusion and the aim between them, mm. */
export interface HeightWindow {
  minMm: number
  maxMm: number
  aimMm: number
  /** Which of the sheet's windows it is; `one` where the sheet has no second. */
  of: 'one' | 'bare' | 'shimmed'
}

type WindowSheet = Pick<Sheet, 'limits' | 'sections'>

/** The window that counts by what lies under the flange. */
export function windowWith({ limits, sections }: WindowSheet, shimmed: boolean): HeightWindow {
  const own = sections.liners?.shimmed
  if (shimmed && own) return { ...own, of: 'shimmed' }
  const { minMm, maxMm, aimMm } = limits
  return { minMm, maxMm, aimMm, of: own ? 'bare' : 'one' }
}

/** The window of a bore with a shim as the plans of a cut take it; null where the sheet has one window for all. */
export function shimmedSpec({ sections }: Pick<Sheet, 'sections'>) {
  const own = sections.liners?.shimmed
  return own ? { minMm: own.minMm, maxMm: own.maxMm, targetMm: own.aimMm } : null
}

/** What a taken plan aims for in a bore: with a shim, as far up its own window as the plan went up the other. */
export function planAimMm(sheet: WindowSheet, plan: Pick<TakenPlan, 'targetMm' | 'school'>, shimmed: boolean): number {
  const own = sheet.sections.liners?.shimmed
  // A plan for bores alike is laid for the window with a shim.
  if (!own || !shimmed || plan.school === 'alike') return plan.targetMm
  const { aimMm, maxMm } = sheet.limits
  const up = maxMm > aimMm ? (plan.targetMm - aimMm) / (maxMm - aimMm) : 0
  return own.aimMm + up * (own.maxMm - own.aimMm)
}

/** The widest span that any window of the sheet covers: what a drawing must show. */
export function windowsSpan(sheet: WindowSheet): Pick<Limits, 'minMm' | 'maxMm'> {
  const [bare, shimmed] = [windowWith(sheet, false), windowWith(sheet, true)]
  return { minMm: Math.min(bare.minMm, shimmed.minMm), maxMm: Math.max(bare.maxMm, shimmed.maxMm) }
}
