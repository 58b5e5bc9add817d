/** A server that answers and will not have it. `busy` and `away` ones are simply asked again. */
export class Stuck extends Error {
  readonly code = 'failed'
}

/** A shop whose disk is full: what is entered waits on the device until there is room. */
export class ShopFull extends TypeError {}

/** @throws Stuck where asking again the same way may not help, TypeError where it will, {@link ShopFull} once there is room */
export function refuseStatus(status: number): void {
  if (status === 507) throw new ShopFull()
  if (status === 503 || status === 429) throw new TypeError(String(status))
  if (status >= 400) throw new Stuck(String(status))
}
