import type { EngineAnswer } from '#core/sim/engine-answer'

/** What was entered so far, by its keys; null where nothing. */
export type AskDraft = Record<string, EngineAnswer[string] | null>
/** Says a message of the words files. */
export type Tell = (key: string, params?: Record<string, string | number>) => string

/** One thing that is asked of a person: a figure, a choice, a mark. */
export interface AskField {
  /** Its name in the answer; two of a pair are `mm.0` and `mm.1`. */
  key: string
  is:
    | 'length'
    | 'rough'
    | 'number'
    | 'percent'
    | 'pressure'
    | 'temperature'
    | 'text'
    | 'code'
    | 'torque'
    | 'cylinders'
    | 'choice'
    | 'check'
  label: string
  optional?: boolean
  options?: readonly string[]
  /** The words of its options, and what each of them means. */
  words?: string
  says?: string
  usual?: EngineAnswer[string]
  /** About what a length must be, mm: ten times as much or as little is asked about once. */
  aboutMm?: number
  /** Of a code: those the list allows here, and what they are compared by. */
  codes?: readonly string[]
  /** Whether it is asked, by what was chosen so far; left out: always. */
  when?: (draft: AskDraft) => boolean
}
