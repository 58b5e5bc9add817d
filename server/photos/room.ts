import { statfs } from 'node:fs/promises'
import { ApiProblem } from '../errors'

/** What is left free for the database itself: readings go on when photos no longer do. */
const LEAST_FREE_BYTES = 500_000_000

/**
 * Refuses what is large before the disk is full.
 *
 * @throws ApiProblem `disk-full`
 */
export async function refuseFullDisk(
  folder = process.env.EVENBORE_DATA,
  leastFreeBytes = LEAST_FREE_BYTES,
): Promise<void> {
  if (!folder) return
  const disk = await statfs(folder).catch(() => null)
  if (disk && disk.bavail * disk.bsize < leastFreeBytes) throw new ApiProblem('disk-full')
}
