import { statfs } from 'node:fs/promises'
import type { Health } from '#contract/health'
import { ApiProblem } from '../errors'

/** What is left free for the database itself: readings go on when photos no longer do. */
const LEAST_FREE_BYTES = 500_000_000

/** Below this nothing can be counted on to be stored. */
const FULL_BYTES = 20_000_000

/** How much room is left on the disk of a folder; enough where it is not known. */
export async function roomIn(folder: string | undefined, leastFreeBytes = LEAST_FREE_BYTES): Promise<Health['disk']> {
  const disk = folder ? await statfs(folder).catch(() => null) : null
  const free = disk ? disk.bavail * disk.bsize : Infinity
  return free < FULL_BYTES ? 'full' : free < leastFreeBytes ? 'low' : 'ok'
}

/**
 * Refuses what is large before the disk is full.
 *
 * @throws ApiProblem `disk-full`
 */
export async function refuseFullDisk(
  folder = process.env.EVENBORE_DATA,
  leastFreeBytes = LEAST_FREE_BYTES,
): Promise<void> {
  if ((await roomIn(folder, leastFreeBytes)) !== 'ok') throw new ApiProblem('disk-full')
}
