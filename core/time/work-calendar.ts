/** When a shop works: from hour to hour of the day, on the days of the week (0 Sunday). Hours and days by the shop's clock. */
export interface WorkCalendar {
  fromHour: number
  toHour: number
  days: readonly number[]
  /** How far the shop's clock is ahead of UTC, minutes. */
  offsetMinutes: number
}

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS

/** The shift of the day that a moment (ms, on the shop's clock) lies in. */
function shiftOf(localMs: number, calendar: WorkCalendar): { works: boolean; startMs: number; endMs: number; nextDayMs: number } {
  const midnight = Math.floor(localMs / DAY_MS) * DAY_MS
  const works = calendar.days.includes(new Date(midnight).getUTCDay())
  return { works, startMs: midnight + calendar.fromHour * HOUR_MS, endMs: midnight + calendar.toHour * HOUR_MS, nextDayMs: midnight + DAY_MS }
}

/**
 * The moment after so many hours of work: nights and free days are passed over. A task that
 * ends with the shift ends that day, one that begins then begins the next.
 *
 * @param startIso where the counting begins, UTC
 * @param begins true for the moment something begins, false for the moment it ends
 * @returns UTC
 */
export function afterWorkHours(startIso: string, hours: number, calendar: WorkCalendar, begins: boolean): string {
  let local = Date.parse(startIso) + calendar.offsetMinutes * 60_000
  let left = Math.round(hours * HOUR_MS)
  if (calendar.toHour <= calendar.fromHour || calendar.days.length === 0) return new Date(local + left - calendar.offsetMinutes * 60_000).toISOString()
  for (;;) {
    const shift = shiftOf(local, calendar)
    const from = Math.max(local, shift.startMs)
    const room = shift.works ? shift.endMs - from : 0
    if (room > 0 && (left < room || (left === room && !begins))) return new Date(from + left - calendar.offsetMinutes * 60_000).toISOString()
    left -= Math.max(0, room)
    local = shift.nextDayMs
  }
}

/** Hours of work between two moments; below zero where the second lies earlier. */
export function workHoursBetween(fromIso: string, toIso: string, calendar: WorkCalendar): number {
  const [from, to] = [fromIso, toIso].map((iso) => Date.parse(iso) + calendar.offsetMinutes * 60_000) as [number, number]
  if (to < from) return -workHoursBetween(toIso, fromIso, calendar)
  let hours = 0
  for (let local = from; local < to; ) {
    const shift = shiftOf(local, calendar)
    if (shift.works) hours += Math.max(0, Math.min(to, shift.endMs) - Math.max(local, shift.startMs)) / HOUR_MS
    local = shift.nextDayMs
  }
  return hours
}
