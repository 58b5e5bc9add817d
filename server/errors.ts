/** Every error the API can answer, named once: code, status, and words for the person. */
export const apiErrors = {
  'bad-json': { status: 400, message: 'The message is no valid JSON. Nothing was stored; send it again whole.' },
  'bad-input': { status: 422, message: 'Something in the message cannot be right.' },
  'too-large': { status: 413, message: 'That is more than one message may carry (1 MB). Send it in pieces.' },
  'unknown-job': { status: 404, message: 'There is no such job in this shop. Go back to the jobs list and choose it there.' },
  'no-photo': { status: 422, message: 'That is no photo that can be kept here. Take it as JPEG or PNG. Nothing was stored.' },
  'photo-too-large': { status: 413, message: 'That photo is larger than 8 MB. The device makes photos smaller by itself; send it from there.' },
  'photo-differs': { status: 409, message: 'Another photo is already kept under that mark. Take the photo anew.' },
  'unknown-photo': { status: 404, message: 'There is no such photo with this job.' },
  'file-too-large': { status: 413, message: 'That file is larger than 64 MB; no job file is. Nothing was taken in.' },
  'file-no-job': { status: 422, message: 'That is no job file of Even Bore. Choose the zip or JSON file that was saved from a job. Nothing was taken in.' },
  'file-cut-off': { status: 422, message: 'The file ends too early: it was cut off on its way. Copy it again whole. Nothing was taken in.' },
  'file-newer': { status: 422, message: 'The file was written by a newer Even Bore than this one. Bring this one up to date, then take the file in. Nothing was taken in.' },
  'file-changed': { status: 422, message: 'Something in the file was changed after it was saved: its figures no longer agree with its check. Ask for the file as it was saved. Nothing was taken in.' },
  'file-damaged': { status: 422, message: 'Something in the file cannot be right. Nothing was taken in.' },
  'file-photo-missing': { status: 422, message: 'The file speaks of a photo that is not in it. Ask for the zip file, with its photos. Nothing was taken in.' },
  'job-is-here': { status: 409, message: 'This very job is here already. Nothing was taken in; open it in the jobs list, among the archived ones too.' },
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
