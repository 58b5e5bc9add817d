import { CalcError } from '#core/errors'
import { calculate } from './work/calculate'
import type { FairTurns } from './work/fair-turns'
import type { WorkPool } from './work/pool'

/** Calculations that may take longer than a keystroke, some of them seconds: readings must not wait for them. */
const heavy: readonly string[] = [
  'match-liners',
  'repair-plan',
  'stack-up',
  'plan-shop',
  'plan-cut',
  'assign-bushings',
  'place-bushing',
  'find-leak',
  'choose-renewals',
  'study-gauge',
]

/** So long one of them may hold its thread, ms. */
const LONGEST_MS = 60_000

/** Where heavy calculations are done, and whose turn it is. */
export interface CalcRoom {
  pool: WorkPool
  turns: FairTurns
}

/**
 * Runs a calculation for the API; a heavy one in a thread beside the server, in turn with those of others, that ends
 * when nobody waits for it any more.
 *
 * @param who who asks: each has one thread at most, and the others theirs
 * @throws CalcError what the calculation says
 * @throws ApiProblem `busy`, `took-too-long`
 */
export async function runCalc(
  { pool, turns }: CalcRoom,
  name: string,
  input: unknown,
  who: string,
  signal: AbortSignal,
): Promise<unknown> {
  const reply = await (heavy.includes(name)
    ? turns.run(who, () => pool.run('calculate', { name, input }, { timeoutMs: LONGEST_MS, signal }), signal)
    : calculate({ name, input }))
  if ('output' in reply) return reply.output
  throw new CalcError(reply.refused.code, reply.refused.told)
}
