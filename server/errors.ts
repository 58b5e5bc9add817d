/** Every error the API can answer, named once: code, status, and words for the person. */
export const apiErrors = {
  'bad-json': { status: 400, message: 'The message is no valid JSON. Nothing was stored; send it again whole.' },
  'bad-input': { status: 422, message: 'Something in the message cannot be right.' },
  'too-large': { status: 413, message: 'That is more than one message may carry (1 MB). Send it in pieces.' },
  'unknown-job': { status: 404, message: 'There is no such job in this shop. Go back to the jobs list and choose it there.' },
  'unknown-path': { status: 404, message: 'There is nothing at this address.' },
  'not-acceptable': { status: 415, message: 'Send JSON, with the content type application/json.' },
  'database-away': { status: 503, message: 'The store does not answer just now. Readings wait on the device and are sent again by themselves.' },
  unexpected: { status: 500, message: 'Something went wrong in the server. Nothing that was acknowledged is lost; try again.' },
} as const
export type ApiErrorCode = keyof typeof apiErrors

/** An error on its way to the API's answer. */
export class ApiProblem extends Error {
  constructor(
    readonly code: ApiErrorCode,
    readonly issues: { path: string; message: string }[] = [],
  ) {
    super(apiErrors[code].message)
    this.name = 'ApiProblem'
  }
}

/** The body of an error's answer. */
export function errorBody(code: string, message: string, issues: { path: string; message: string }[] = []) {
  return { error: { code, message, issues } }
}
