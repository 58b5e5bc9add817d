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
const WEEK_MS = 7 * DAY_MS
/** The last moment that a time can be told for. */
const LAST_MS = Date.parse('9999-12-31T00:00:00.000Z')

/** An hour of the day, whole ms after midnight. */
const atMs = (hour: number) => Math.round(hour * HOUR_MS)

/** Work of a whole week, ms: the same from whichever moment it is counted. */
function weekMs({ fromHour, toHour, days }: WorkCalendar): number {
  return new Set(days.filter((d) => d >= 0 && d <= 6)).size * (atMs(toHour) - atMs(fromHour))
}

/** The shift of the day that a moment (ms, on the shop's clock) lies in. */
function shiftOf(
  localMs: number,
  calendar: WorkCalendar,
): { works: boolean; startMs: number; endMs: number; nextDayMs: number } {
  const midnight = Math.floor(localMs / DAY_MS) * DAY_MS
  const works = calendar.days.includes(new Date(midnight).getUTCDay())
  return {
    works,
    startMs: midnight + atMs(calendar.fromHour),
    endMs: midnight + atMs(calendar.toHour),
    nextDayMs: midnight + DAY_MS,
  }
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
  const week = weekMs(calendar)
  const tell = (ms: number) => new Date(Math.min(ms - calendar.offsetMinutes * 60_000, LAST_MS)).toISOString()
  if (!(week > 0)) return tell(local + left)
  // Whole weeks are passed at once; the last one or two are walked day by day.
  const weeks = Math.max(0, Math.floor(left / week) - 1)
  local += weeks * WEEK_MS
  left -= weeks * week
  if (local > LAST_MS) return tell(local)
  for (;;) {
    const shift = shiftOf(local, calendar)
    const from = Math.max(local, shift.startMs)
    const room = shift.works ? shift.endMs - from : 0
    if (room > 0 && (left < room || (left === room && !begins))) return tell(from + left)
    left -= Math.max(0, room)
    local = shift.nextDayMs
  }
}

/** Hours of work between two moments; below zero where the second lies earlier. */
export function workHoursBetween(fromIso: string, toIso: string, calendar: WorkCalendar): number {
  const [from, to] = [fromIso, toIso].map((iso) => Date.parse(iso) + calendar.offsetMinutes * 60_000) as [
    number,
    number,
  ]
  if (to < from) return -workHoursBetween(toIso, fromIso, calendar)
  const weeks = Math.max(0, Math.floor((to - from) / WEEK_MS))
  let hours = (weeks * Math.max(0, weekMs(calendar))) / HOUR_MS
  for (let local = from + weeks * WEEK_MS; local < to;) {
    const shift = shiftOf(local, calendar)
    if (shift.works) hours += Math.max(0, Math.min(to, shift.endMs) - Math.max(local, shift.startMs)) / HOUR_MS
    local = shift.nextDayMs
  }
  return hours
}
