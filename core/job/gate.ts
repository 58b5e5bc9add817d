import type { Spot } from './place'
import type { Snapshot } from './snapshot'

/** Every reason for which a stage cannot be closed yet. */
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
  'leak-open',
  'not-run',
  'still-shows',
  'sleeve-in-still',
  'chips-left',
  'bore-dirty',
  'sleeve-not-in',
  'sleeve-loose',
  'no-test',
  'wet',
  'dropped',
  'washers-wrong',
  'not-seated',
  'bolts-open',
  'not-tested',
  'bubbles',
  'odd-flow',
  'no-sheet',
  'cam-not-read',
  'no-photo',
  'cam-in-still',
  'journal-not-read',
  'journal-out',
  'float-out',
  'bushing-still-in',
  'last-work',
  'not-clean',
  'plug-open',
  'housing-not-read',
  'housing-out',
  'no-bushing',
  'wrong-bushing',
  'clearance-out',
  'clearance-unsure',
  'bushing-not-in',
  'bushing-depth',
  'hole-unproven',
  'hole-closed',
  'not-spun',
  'binds',
  'blue-marks',
  'timing-off',
  'float-not-read',
  'damper-not-seen',
  'damper-still-on',
  'flywheel-not-seen',
  'flywheel-still-on',
  'seal-still-in',
  'shaft-not-felt',
  'cover-not-on',
  'cover-not-swept',
  'cover-off-centre',
  'bolts-open-at',
  'no-clean-shaft',
  'wrong-seal',
  'seal-not-in',
  'seal-depth-out',
  'damper-not-read',
  'damper-loose',
  'damper-not-on',
  'damper-not-home',
  'bolt-open',
  'flywheel-not-on',
  'flywheel-not-swept',
  'flywheel-runs-out',
  'housing-off',
  'top-not-read',
  'pointer-off',
  'face-not-in',
  'face-uneven',
  'air-not-tried',
  'air-lost',
  'piston-still-in',
  'caps-no-photo',
  'flat-not-read',
  'flat-out',
  'flat-unsure',
  'ring-not-read',
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
/** A problem where it names any spot: cylinders by their numbers, places by their codes. */
export function amongSpots(code: GateCode, spots: readonly Spot[], soft: boolean): GateProblem[] {
  if (spots.length === 0) return []
  return [
    {
      code,
      cylinders: spots.flatMap((s) => s.cylinder ?? []),
      places: spots.flatMap((s) => s.place ?? []),
      soft,
    },
  ]
}
