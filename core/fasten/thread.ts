import { z } from 'zod'
import { thicknessMm } from '../schema'

/** Core diameter of an ISO thread is its major one less so many pitches. */
const CORE_PITCHES = 1.226869
const PITCH_LINE_PITCHES = 0.649519
const MINOR_PITCHES = 1.082532

/** A thread whose core is there at all. */
export const threadShape = { majorMm: thicknessMm, pitchMm: thicknessMm }
export const hasCore = { message: 'is too coarse for so thin a thread', path: ['pitchMm'] }
export const coreLeft = (t: { majorMm: number; pitchMm: number }): boolean => t.majorMm - CORE_PITCHES * t.pitchMm > 0
export const thread = z.strictObject(threadShape).refine(coreLeft, hasCore)
export type Thread = z.infer<typeof thread>

/**
 * Diameters of an ISO 60° thread, mm: pitch line, core, minor one of the basic profile, and the one its
 * stress area is reckoned by.
 * Sources: ISO 68-1, ISO 898-1.
 */
export function threadDiameters({ majorMm, pitchMm }: Thread): {
  pitchLineMm: number
  coreMm: number
  minorMm: number
  stressMm: number
} {
  const pitchLineMm = majorMm - PITCH_LINE_PITCHES * pitchMm
  const coreMm = majorMm - CORE_PITCHES * pitchMm
  return { pitchLineMm, coreMm, minorMm: majorMm - MINOR_PITCHES * pitchMm, stressMm: (pitchLineMm + coreMm) / 2 }
}

/** The area that a thread bears its tension with, mm². Source: ISO 898-1. */
export const stressAreaMm2 = (t: Thread): number => (Math.PI / 4) * threadDiameters(t).stressMm ** 2

/** Torque in the thread itself for each newton, mm: its slope and its friction. Source: VDI 2230. */
export const threadArmMm = (t: Thread, friction: number): number =>
  t.pitchMm / (2 * Math.PI) + (friction * threadDiameters(t).pitchLineMm) / (2 * Math.cos(Math.PI / 6))
