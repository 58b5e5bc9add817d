import { CalcError } from '#core/errors'
import { calculate } from './work/calculate'
import type { WorkPool } from './work/pool'

/** Calculations that may take seconds: readings must not wait for them. */
const heavy: readonly string[] = ['match-liners', 'repair-plan', 'stack-up', 'plan-shop']

/**
 * Runs a calculation for the API; a heavy one in a thread beside the server, that ends when
 * nobody waits for it any more.
 *
 * @throws CalcError what the calculation says
 * @throws ApiProblem `busy`, `took-too-long`
 */
export async function runCalc(pool: WorkPool, name: string, input: unknown, signal: AbortSignal): Promise<unknown> {
  const reply = await (heavy.includes(name)
    ? pool.run('calculate', { name, input }, { timeoutMs: 120_000, signal })
    : calculate({ name, input }))
  if ('output' in reply) return reply.output
  throw new CalcError(reply.refused.code, reply.refused.told)
}
