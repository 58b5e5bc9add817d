import type { Snapshot } from './snapshot'

/** Reasons for which a stage of the liners cannot be closed yet; those of other works are named by their own steps. */
export const gateCodes = [
  'no-plan',
  'plug-in',
  'clean-first',
  'earlier-open',
  'later-closed',
  'not-measured',
  'changed',
  'zero-moved',
  'two-sets',
  'out',
  'unsure',
  'step-out',
  'step-unsure',
  'nothing-in',
  'not-pulled',
  'not-graded',
  'marked-since',
  'no-decision',
  'ring-missing',
  'not-pressed',
  'clock-out',
  'shifted',
  'pilot-not-tried',
] as const
export type GateCode = (typeof gateCodes)[number]

/** Why a stage cannot be closed yet. `soft` ones a person may answer for, with a reason. */
export interface GateProblem {
  code: string
  cylinders: number[]
  /** Places that are no cylinders, by their codes; left out where there are none. */
  places?: string[]
  soft: boolean
}

/** The problems over which a stage cannot be closed with these words: hard ones, and without words the soft ones too. */
export const keepsOpen = (problems: readonly GateProblem[], words: string): GateProblem[] =>
  problems.filter((p) => !p.soft || words === '')

/** All cylinders where nothing of a kind is there; none where something is. */
export const allUnless = (snapshot: Snapshot, there: boolean): number[] => (there ? [] : snapshot.engine.heads.flat())
/** The cylinders without a standing entry of a kind. */
export const without = (snapshot: Snapshot, has: readonly { cylinder: number; struck?: unknown }[]): number[] =>
  snapshot.engine.heads.flat().filter((c) => !has.some((h) => h.cylinder === c && !h.struck))
/** A problem where it names any cylinder. */
export const among = (code: GateCode, cylinders: number[], soft: boolean): GateProblem[] =>
  cylinders.length > 0 ? [{ code, cylinders, soft }] : []
/** A problem of the stage as a whole, where it is one. */
export const whole = (code: GateCode, there: boolean, soft: boolean): GateProblem[] =>
  there ? [{ code, cylinders: [], soft }] : []
/** The problems that name anything. */
export const named = (problems: GateProblem[]): GateProblem[] => problems.filter((p) => p.cylinders.length > 0)
