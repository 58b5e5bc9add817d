import { parentPort, workerData } from 'node:worker_threads'
import { calc } from '#core/calc'
import { CalcError, type CalcErrorBody } from '#core/errors'

/** What a thread is asked, and what it answers. */
export interface CalcTask {
  name: string
  input: unknown
}
export type CalcReply = { output: unknown } | { refused: CalcErrorBody }

const { name, input } = workerData as CalcTask
let reply: CalcReply
try {
  reply = { output: await calc(name, input) }
} catch (error) {
  if (!(error instanceof CalcError)) throw error
  reply = { refused: error.toBody() }
}
parentPort?.postMessage(reply)
