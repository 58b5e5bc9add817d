import { orNull } from '../../errors'
import { setCover } from '../../front/set-cover'
import type { Snapshot } from '../../job/snapshot'
import { fitPlane, type PlaneFit } from '../../measure/fit-plane'
import { judgeUpper, type Verdict } from '../../measure/verdict'
import { jointAt, type JointState } from '../fasteners/read-joint'
import type { FreeStep, FlywheelSurface, MountStep } from './kinds'
import { frontEntries, lastOf, sectionOf } from './read-front'
import type { FlywheelSheet } from './section'

/** Why a flywheel goes on no more; empty where it may, null before anybody looked. */
export function flywheelScrap(snapshot: Snapshot): ('cracked' | 'teeth')[] | null {
  const seen = lastOf(snapshot, 'flywheelLooks')
  if (!seen) return null
  return [
    ...(seen.face === 'cracked' ? (['cracked'] as const) : []),
    ...(seen.teeth === 'broken' ? (['teeth'] as const) : []),
  ]
}
/** What speaks against it without being its end: a face to be ground, a ring gear to be changed. */
export function flywheelWorn(snapshot: Snapshot): ('heat-checked' | 'teeth-worn')[] {
  const seen = lastOf(snapshot, 'flywheelLooks')
  return [
    ...(seen?.face === 'heat-checked' ? (['heat-checked'] as const) : []),
    ...(seen?.teeth === 'worn' ? (['teeth-worn'] as const) : []),
  ]
}
/** Whether a step of taking it off is done. */
export const isFreed = (snapshot: Snapshot, step: FreeStep): boolean =>
  frontEntries(snapshot, 'flywheelFreed').some((f) => f.step === step)

/** Where the housing's bore lies as the crank sees it, mm: x to the right, y up, seen from the rear. */
export interface HousingBore {
  xMm: number
  yMm: number
  offsetMm: number
  runoutMm: number
}

/** A flywheel on its way on, since it was last cleaned. */
export interface FlywheelState {
  clean: boolean
  on: boolean
  tight: boolean
  bolts: JointState | null
  faceSweep: ReturnType<typeof lastOf<'flywheelSweeps'>>
  face: PlaneFit | null
  faceVerdict: Verdict | null
  /** How often it was mounted: a second time asks for another cause than dirt. */
  mounts: number
  boreSweep: ReturnType<typeof lastOf<'flywheelSweeps'>>
  bore: HousingBore | null
  boreVerdict: Verdict | null
}

type Sweep = NonNullable<ReturnType<typeof lastOf<'flywheelSweeps'>>>

/** How the face lies to the crank's axis, over the circle the dial runs on. */
export const readFace = (of: FlywheelSheet, sweep: Pick<Sweep, 'sweep'>): PlaneFit | null =>
  orNull(() => fitPlane(sweep.sweep, of.faceCircleMm))

/** Where the housing's bore lies to the crank's axis; the dial turns with the crank. */
export function readBore(of: FlywheelSheet, sweep: Pick<Sweep, 'sweep'>): HousingBore | null {
  const runoutMaxMm = of.boreRunoutMaxMm ?? 0
  const level = { xMm: 1, stepMm: 0 }
  const set = orNull(() =>
    setCover({
      sweep: sweep.sweep,
      growsWhen: 'farther',
      rail: { left: { ...level, xMm: -1 }, right: level },
      runoutMaxMm,
      stepMaxMm: 0,
      holeClearanceMm: 0,
      dowelled: true,
    }),
  )
  if (!set) return null
  const toward = ((set.offsetTowardDeg ?? 0) * Math.PI) / 180
  return {
    xMm: set.offsetMm * Math.sin(toward),
    yMm: set.offsetMm * Math.cos(toward),
    offsetMm: set.offsetMm,
    runoutMm: set.runoutMm,
  }
}

/** How far the flywheel is. */
export function readFlywheel(snapshot: Snapshot): FlywheelState {
  const of = sectionOf(snapshot)?.flywheel ?? null
  const steps = frontEntries(snapshot, 'flywheelMounted')
  const last = (step: MountStep, since: number) => steps.findLast((s) => s.step === step && s.seq > since) ?? null
  const clean = last('clean', -1)
  const on = clean && last('on', clean.seq)
  const tight = on && last('tight', on.seq)
  const swept = (surface: FlywheelSurface, since: number) =>
    frontEntries(snapshot, 'flywheelSweeps').findLast((s) => s.surface === surface && s.seq > since) ?? null
  const faceSweep = tight && swept('face', tight.seq)
  const boreSweep = swept('bore', -1)
  const face = of && faceSweep ? readFace(of, faceSweep) : null
  const bore = of && boreSweep ? readBore(of, boreSweep) : null
  // A runout is the difference of two readings.
  const root2 = Math.SQRT2
  return {
    clean: clean !== null,
    on: on !== null,
    tight: tight !== null,
    bolts: jointAt(snapshot, of?.joint, null),
    faceSweep,
    face,
    faceVerdict: face ? judgeUpper(face.tiltMm, of!.faceRunoutMaxMm, root2 * faceSweep!.uncertaintyMm) : null,
    mounts: steps.filter((s) => s.step === 'on').length,
    boreSweep,
    bore,
    boreVerdict:
      bore && of!.boreRunoutMaxMm !== null
        ? judgeUpper(bore.runoutMm, of!.boreRunoutMaxMm, root2 * boreSweep!.uncertaintyMm)
        : null,
  }
}
