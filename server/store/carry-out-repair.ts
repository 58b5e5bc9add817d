import { linerIn } from '#core/job/apply'
import { readCutBore } from '#core/works/liners/cut-bore'
import { mayShim } from '#core/works/liners/rings'
import type { Snapshot } from '#core/job/snapshot'
import type { JobAct, RefusalCode } from '#contract/commands'
import { insert, Refusal, refuseClosed, refuseUnknownCylinder, stamp, strike, type Work } from './work'

/** A cut is refused where the liner still stands in the bore, and after a pass that nobody measured unless a reason is given. */
export function refuseBlindCut(snapshot: Snapshot, act: Extract<JobAct, { what: 'cut-pass' }>): void {
  const bore = readCutBore(snapshot, act.cylinder)
  if (linerIn(snapshot, act.cylinder)?.linerId || bore.sealed) throw new Refusal('liner-in', [String(act.cylinder)])
  if (bore.unmeasured && !act.unmeasured) throw new Refusal('not-measured-between', [String(act.cylinder)])
}

/** A part that lies in another engine, or another bore of this one, cannot be taken. */
export function refuseTaken(
  part: { label: string; fitted: { jobId: string; cylinder: number } | null } | undefined,
  jobId: string,
  cylinder: number,
  code: RefusalCode,
): void {
  const elsewhere = part?.fitted && (part.fitted.jobId !== jobId || part.fitted.cylinder !== cylinder)
  if (!part || elsewhere) throw new Refusal(code, [part?.label ?? ''])
}

type RepairAct = Extract<JobAct, { what: 'strike-wear' | 'place-liner' | 'take-plan' }>

/** Wear cleaned off, liners in and out, and the plan. */
export async function carryOutRepair(work: Work, snapshot: Snapshot, act: RepairAct): Promise<void> {
  const jobId = snapshot.job.id
  const row = { jobId, ...stamp(work) }
  if (act.what === 'strike-wear') {
    refuseClosed(snapshot, 'counterbores')
    return strike(work, snapshot, snapshot.wearMarks, act.markId, act.reason)
  }
  if (act.what === 'take-plan') {
    refuseClosed(snapshot, 'repair-plan')
    for (const bore of act.bores) refuseUnknownCylinder(snapshot, bore.cylinder)
    const { what: _, planId, bores, ...rest } = act
    await insert(work, 'plans', { id: planId, ...row, ...rest })
    for (const [position, bore] of bores.entries()) await insert(work, 'planBores', { planId, position, ...bore })
    return
  }
  refuseUnknownCylinder(snapshot, act.cylinder)
  refuseClosed(snapshot, 'trial-fit')
  if (act.linerId)
    refuseTaken(
      snapshot.liners.find((l) => l.id === act.linerId),
      jobId,
      act.cylinder,
      'liner-taken',
    )
  const liner = snapshot.liners.find((l) => l.id === act.linerId)
  const shimmed = snapshot.shims.some((s) => s.fitted?.jobId === jobId && s.fitted.cylinder === act.cylinder)
  if (shimmed && !mayShim(snapshot.sheet, liner)) throw new Refusal('too-many-rings', [String(act.cylinder)])
  const { what: _, placementId, ...rest } = act
  return insert(work, 'placements', { id: placementId, ...row, ...rest })
}
