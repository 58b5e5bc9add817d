import { randomUUID } from 'node:crypto'
import type { JobAct, ShopAct } from '#contract/commands'
import type { House } from '../testing/house'

/** One line of the benchmarks: what was measured, what was promised, what was found. */
export interface Line {
  what: string
  wanted: string
  found: string
  good: boolean
}

/** The value that a share of all lies at or below, 0 … 1. */
export function percentile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? NaN
}

/** Has acts carried out, forty at a time. @throws where one of them is refused */
export const send = async (house: House, acts: { act: JobAct | ShopAct; jobId: string | null }[], personId: string) => {
  for (let i = 0; i < acts.length; i += 40) {
    const commands = acts.slice(i, i + 40).map(({ act, jobId }) => ({
      commandId: randomUUID(),
      deviceId: randomUUID(),
      personId,
      jobId,
      at: new Date().toISOString(),
      act,
    }))
    const answer = await fetch(`${house.url}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ commands }),
    })
    const { outcomes } = (await answer.json()) as { outcomes: { result: string; code?: string; details?: string[] }[] }
    const bad = outcomes?.find((o) => o.result !== 'done')
    if (bad || !outcomes) throw new Error(`the bench's own data were refused: ${JSON.stringify(bad)}`)
  }
}
