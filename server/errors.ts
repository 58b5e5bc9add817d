/** Every error the API can answer, named once: code, status, and words for the person. */
export const apiErrors = {
  'bad-json': { status: 400, message: 'The message is no valid JSON. Nothing was stored; send it again whole.' },
  'bad-request': { status: 400, message: 'The request could not be understood. Nothing was stored.' },
  'bad-input': { status: 422, message: 'Something in the message cannot be right.' },
  'too-large': { status: 413, message: 'That is more than one message may carry (1 MB). Send it in pieces.' },
  'unknown-job': {
    status: 404,
    message: 'There is no such job in this shop. Go back to the jobs list and choose it there.',
  },
  'no-photo': {
    status: 422,
    message: 'That is no photo that can be kept here. Take it as JPEG or PNG. Nothing was stored.',
  },
  'photo-too-large': {
    status: 413,
    message: 'That photo is larger than 8 MB. The device makes photos smaller by itself; send it from there.',
  },
  'photo-differs': { status: 409, message: 'Another photo is already kept under that mark. Take the photo anew.' },
  'photo-quota': {
    status: 413,
    message: 'That job holds as many photos as one job can (200, or 100 MB together). Start another job for more.',
  },
  'unknown-photo': { status: 404, message: 'There is no such photo with this job.' },
  'file-too-large': {
    status: 413,
    message: 'That file is larger than a job file can be (128 MB). Nothing was taken in.',
  },
  'file-no-job': {
    status: 422,
    message:
      'That is no job file of Even Bore. Choose the zip or JSON file that was saved from a job. Nothing was taken in.',
  },
  'file-cut-off': {
    status: 422,
    message: 'The file ends too early: it was cut off on its way. Copy it again whole. Nothing was taken in.',
  },
  'file-newer': {
    status: 422,
    message:
      'The file was written by a newer Even Bore than this one. Bring this one up to date, then take the file in. Nothing was taken in.',
  },
  'file-changed': {
    status: 422,
    message:
      'Something in the file was changed after it was saved: its figures no longer agree with its check. Ask for the file as it was saved. Nothing was taken in.',
  },
  'file-damaged': { status: 422, message: 'Something in the file cannot be right. Nothing was taken in.' },
  'file-photo-missing': {
    status: 422,
    message:
      'The file speaks of a photo that is not in it. Ask for the zip file, with its photos. Nothing was taken in.',
  },
  'job-is-here': {
    status: 409,
    message:
      'This very job is here already. Nothing was taken in; open it in the jobs list, among the archived ones too.',
  },
  'file-ids-here': {
    status: 409,
    message:
      'Something in the file is in another job of this shop already: it is a copy of that one, or was put together. Nothing was taken in.',
  },
  'disk-full': {
    status: 507,
    message:
      'The disk of the shop is nearly full: photos and job files are not taken just now. Readings go on. Make room, then try again.',
  },
  busy: { status: 429, message: 'The server has its hands full just now. Wait a moment, then try again.' },
  'took-too-long': {
    status: 422,
    message:
      'That took too long and was given up. Nothing was changed. Try again when less is going on, or ask for less.',
  },
  'gave-up': {
    status: 422,
    message: 'That was more than the server could work through, and was given up. Nothing was changed.',
  },
  'foreign-host': {
    status: 403,
    message:
      'This shop does not answer under that address. Open it by an address of its own machine, or start it with --name.',
  },
  'foreign-page': { status: 403, message: 'Another page may not do that here. Open Even Bore itself.' },
  'unknown-path': { status: 404, message: 'There is nothing at this address.' },
  'not-acceptable': { status: 415, message: 'Send JSON, with the content type application/json.' },
  'database-away': {
    status: 503,
    message: 'The store does not answer just now. Readings wait on the device and are sent again by themselves.',
  },
  unexpected: {
    status: 500,
    message: 'Something went wrong in the server. Nothing that was acknowledged is lost; try again.',
  },
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
