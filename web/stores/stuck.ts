/** A server that answers and will not have it. `busy` and `away` ones are simply asked again. */
export class Stuck extends Error {
  constructor(readonly code: 'failed' | 'disk-full') {
    super(code)
  }
}

/** @throws Stuck where asking again the same way may not help, TypeError where it will */
export function refuseStatus(status: number): void {
  if (status === 503 || status === 429) throw new TypeError(String(status))
  if (status >= 400) throw new Stuck(status === 507 ? 'disk-full' : 'failed')
}
