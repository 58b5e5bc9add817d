/** Reasons for which a deck cannot be closed yet, or the record; those of other stages are named by their own steps. */
export const gateCodes = [
  'plug-in',
  'not-as-planned',
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
  'shifted',
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

/** A problem where it names any cylinder. */
export const among = (code: GateCode, cylinders: number[], soft: boolean): GateProblem[] =>
  cylinders.length > 0 ? [{ code, cylinders, soft }] : []
/** A problem of the stage as a whole, where it is one. */
export const whole = (code: GateCode, there: boolean, soft: boolean): GateProblem[] =>
  there ? [{ code, cylinders: [], soft }] : []
/** The problems that name anything. */
export const named = (problems: GateProblem[]): GateProblem[] => problems.filter((p) => p.cylinders.length > 0)
