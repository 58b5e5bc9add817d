import type { FastifyInstance, FastifyReply } from 'fastify'
import { schedule, scheduleQuery } from '#contract/shop'
import { typed, type Services } from '../services'
import { jobParams } from '../routes/jobs'
import { readSettings } from '../store/read'
import { calendarFile } from './calendar-file'
import { readSchedule } from './read-schedule'

/** The plan of all open jobs, and the same as calendar files. */
export async function scheduleRoutes(plain: FastifyInstance, { store, house }: Services): Promise<void> {
  const app = typed(plain)
  const attach = (reply: FastifyReply, name: string, text: string) =>
    reply
      .header('content-type', 'text/calendar; charset=utf-8')
      .header('content-disposition', `attachment; filename="${name}"`)
      .send(text)

  app.get(
    '/api/schedule',
    {
      schema: {
        summary: 'The plan of the open jobs, made anew: a page of the jobs, and the tasks of the days to come',
        tags: ['shop'],
        querystring: scheduleQuery,
        response: { 200: schedule },
      },
    },
    (request) => readSchedule(store, house, new Date(), request.query),
  )

  app.get(
    '/api/schedule.ics',
    { schema: { summary: 'The plan as an iCalendar file', tags: ['shop'] } },
    async (_request, reply) => {
      const { name } = (await readSettings(store)).ways
      return attach(reply, 'even-bore-plan.ics', calendarFile(await readSchedule(store, house, new Date()), name))
    },
  )

  app.get(
    '/api/jobs/:jobId/schedule.ics',
    { schema: { summary: 'The planned stages of one job as an iCalendar file', tags: ['shop'], params: jobParams } },
    async (request, reply) => {
      const { jobId } = request.params
      const { name } = (await readSettings(store)).ways
      return attach(reply, 'even-bore-job.ics', calendarFile(await readSchedule(store, house, new Date()), name, jobId))
    },
  )
}
