import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import { calc } from '#core/calc'
import { CalcError } from '#core/errors'
import type { CalcReply, CalcTask } from './calc-thread'

/** Calculations that may take seconds: readings must not wait for them. */
const heavy: readonly string[] = ['match-liners', 'repair-plan', 'stack-up']

/** The thread's script lies beside the built server; from the sources everything runs in one thread. */
const thread = fileURLToPath(new URL('./calc-thread.js', import.meta.url))

/**
 * Runs a calculation for the API; a heavy one in a thread of its own, that ends when nobody
 * waits for it any more.
 *
 * @throws CalcError what the calculation says
 */
export async function runCalc(name: string, input: unknown, signal: AbortSignal): Promise<unknown> {
  if (!heavy.includes(name) || !existsSync(thread)) return calc(name, input)
  const worker = new Worker(thread, { workerData: { name, input } satisfies CalcTask })
  const end = () => void worker.terminate()
  signal.addEventListener('abort', end, { once: true })
  try {
    const reply = await new Promise<CalcReply>((resolve, reject) => {
      worker.once('message', resolve)
      worker.once('error', reject)
      worker.once('exit', () => reject(new Error('the calculation was given up')))
    })
    if ('output' in reply) return reply.output
    const { code, message, issues } = reply.refused.error
    throw new CalcError(code, message, issues)
  } finally {
    signal.removeEventListener('abort', end)
    end()
  }
}
