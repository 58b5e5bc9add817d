import type { CalcError, CalcErrorCode, InputIssue } from '#core/errors'
import { errors } from './en/errors.json'

const sentences: Readonly<Record<string, string>> = errors

/** The error object that `calc` prints and the API answers. */
export interface CalcErrorBody {
  error: { code: CalcErrorCode; message: string; issues: InputIssue[] }
}

/** The sentence for a person about an error, with its figures filled in; the code itself where the words files know none. */
export function sayError(code: string, figures: Readonly<Record<string, string | number>> = {}): string {
  return (sentences[code] ?? code).replace(/\{(\w+)\}/g, (_, name: string) => String(figures[name] ?? ''))
}

/** A calculation's refusal, in words. */
export function calcErrorBody({ code, said, figures, issues }: CalcError): CalcErrorBody {
  return { error: { code, message: sayError(said, figures), issues: [...issues] } }
}
