import ical, { ICalCalendarMethod } from 'ical-generator'
import type { Schedule } from '#contract/shop'
import { word } from '../record/words'

/** A text on one line: what breaks a line in it would begin one of the file's own. */
const oneLine = (text: string) => text.replace(/\s*[\r\n\u0085\u2028\u2029]+\s*/g, ' ')

/** The planned stages as an iCalendar file (RFC 5545); of one job where its id is given. */
export function calendarFile(schedule: Schedule, shop: string, jobId?: string): string {
  const calendar = ical({
    name: oneLine(word('schedule.calendar', { shop })),
    prodId: { company: 'Even Bore', product: 'Even Bore', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const task of schedule.tasks.filter((t) => jobId === undefined || t.jobId === jobId)) {
    calendar.createEvent({
      id: `${task.jobId}-${task.stage}@even-bore`,
      stamp: new Date(schedule.madeAt),
      start: new Date(task.fromAt),
      end: new Date(task.toAt),
      summary: oneLine(word('schedule.event', { title: task.title, stage: word(`stage.${task.stage}`) })),
      description: word('schedule.event-more', {
        hours: task.hours.toFixed(1),
        n: task.technician + 1,
        tool: task.tool ? word(`schedule.tool.${task.tool}`) : '—',
      }),
    })
  }
  return calendar.toString()
}
