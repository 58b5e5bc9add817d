import type { Command } from '#contract/commands'
import { deviceDb } from './device-db'
import { refuseStatus, ShopFull } from './stuck'

/** The photos that commands speak of, as the device still keeps them. */
async function keptOf(commands: readonly Command[]) {
  const ids = commands.flatMap((c) => (c.act.what === 'add-photo' ? [c.act.photoId] : []))
  if (ids.length === 0) return []
  const db = await deviceDb()
  const found = await Promise.all(ids.map(async (id) => ({ id, kept: await db.get('photos', id) })))
  return found.flatMap(({ id, kept }) => (kept ? [{ id, ...kept }] : []))
}

/** Keeps the bytes of a photo on the device until its act is acknowledged. */
export async function keepPhoto(id: string, jobId: string, content: ArrayBuffer, mime: string): Promise<void> {
  await (await deviceDb()).put('photos', { jobId, content, mime }, id)
}

/**
 * Sends the bytes of photos before the acts that name them. A photo that the server will not
 * have is left: its act is refused then, with the reason.
 *
 * @returns the photos that the shop has no room for now: their acts wait, others need not
 * @throws what {@link refuseStatus} says where the server does not take it now
 */
export async function sendPhotos(commands: readonly Command[]): Promise<ReadonlySet<string>> {
  const noRoom = new Set<string>()
  for (const { id, jobId, content, mime } of await keptOf(commands)) {
    const answer = await fetch(`/api/jobs/${jobId}/photos/${id}`, {
      method: 'PUT',
      headers: { 'content-type': mime },
      body: content,
      signal: AbortSignal.timeout(60_000),
    })
    try {
      if (answer.status >= 500 || answer.status === 429) refuseStatus(answer.status)
    } catch (error) {
      if (!(error instanceof ShopFull)) throw error
      noRoom.add(id)
    }
  }
  return noRoom
}

/** Takes photos off the device once their acts are acknowledged. */
export async function forgetPhotos(commands: readonly Command[]): Promise<void> {
  for (const { id } of await keptOf(commands)) await (await deviceDb()).delete('photos', id)
}
