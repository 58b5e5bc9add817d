import { sayError } from '#contract/words/say-error'

/** Every error the API can answer, named once, with its status; the words files have its sentence. */
export const apiErrors = {
  'bad-json': 400,
  'bad-request': 400,
  'bad-input': 422,
  'too-large': 413,
  'unknown-job': 404,
  'no-photo': 422,
  'photo-too-large': 413,
  'photo-differs': 409,
  'photo-quota': 413,
  'unknown-photo': 404,
  'photo-changed': 409,
  'file-too-large': 413,
  'file-job-too-large': 413,
  'file-no-job': 422,
  'file-cut-off': 422,
  'file-newer': 422,
  'file-changed': 422,
  'file-damaged': 422,
  'file-photo-missing': 422,
  'job-is-here': 409,
  'file-ids-here': 409,
  'disk-full': 507,
  'store-full': 507,
  busy: 429,
  'took-too-long': 422,
  'gave-up': 422,
  'foreign-host': 403,
  'foreign-page': 403,
  'unknown-path': 404,
  'not-acceptable': 415,
  'database-away': 503,
  unexpected: 500,
} as const
export type ApiErrorCode = keyof typeof apiErrors

/** An error on its way to the API's answer. */
export class ApiProblem extends Error {
  constructor(
    readonly code: ApiErrorCode,
    readonly issues: { path: string; message: string }[] = [],
  ) {
    super(code)
    this.name = 'ApiProblem'
  }
}

/** The body of an error's answer, with its sentence. */
export function errorBody(code: ApiErrorCode, issues: { path: string; message: string }[] = []) {
  return { error: { code, message: sayError(code), issues } }
}
