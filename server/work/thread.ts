/**
 * What runs in the threads beside the server, so that no reading waits for it. Each function
 * takes and gives what can be cloned, and opens neither the store nor a socket. What it needs
 * is loaded when it is first asked.
 */
import type { CalcReply } from './calculate'
import type { PaperTask } from '../record/make-paper'
import type { OpenReply, OpenTask } from '../transfer/open-job-file'
import type { ScheduleTask } from '../schedule/lay-schedule'
import type { Schedule } from '#contract/shop'

export const calculate = async (task: { name: string; input: unknown }): Promise<CalcReply> =>
  (await import('./calculate')).calculate(task)
export const makePaper = async (task: PaperTask): Promise<Uint8Array> =>
  (await import('../record/make-paper')).makePaper(task)
export const openJobFile = async (task: OpenTask): Promise<OpenReply> =>
  (await import('../transfer/open-job-file')).openJobFile(task)
export const laySchedule = async (task: ScheduleTask): Promise<Schedule> =>
  (await import('../schedule/lay-schedule')).laySchedule(task)
