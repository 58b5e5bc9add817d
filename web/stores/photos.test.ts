import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { JobAct } from '#contract/commands'
import { fitted, shrinkPhoto } from '../bench/shrink-photo'
import { eventually, FakeServer, newDevice, newPage } from '../testing/device'
import { deviceDb } from './device-db'
import { useOutbox } from './outbox'
import { forgetPhotos, keepPhoto, sendPhotos } from './photos'

const jobId = '00000000-0000-8000-8000-000000000000'
const photo = (photoId: string): JobAct => ({
  what: 'add-photo',
  photoId,
  cylinder: 1,
  findingId: null,
  mime: 'image/jpeg',
  widthPx: 4,
  heightPx: 3,
  bytes: 3,
  sha256: 'a'.repeat(64),
  words: '',
})
const bytes = () => new Uint8Array([0xff, 0xd8, 0xff]).buffer

let server: FakeServer
/** What was put, in order with the acts that were posted. */
let heard: string[]
let photoStatus: number
beforeEach(async () => {
  await newDevice()
  server = new FakeServer()
  heard = []
  photoStatus = 200
  const answer = globalThis.fetch as unknown as (
    url: string,
    init?: { method?: string; body?: string },
  ) => Promise<unknown>
  vi.stubGlobal('fetch', (url: string, init?: { method?: string; body?: string }) => {
    if (init?.method !== 'PUT') {
      if (init?.body) heard.push('acts')
      return answer(url, init)
    }
    if (!server.up) return Promise.reject(new TypeError('no network'))
    heard.push(`photo ${url.split('/').at(-1)!.slice(0, 4)}`)
    return Promise.resolve({ ok: photoStatus < 300, status: photoStatus })
  })
})

describe('photos on their way', () => {
  it('are sent before the act that names them, and leave the device when it is acknowledged', async () => {
    const id = crypto.randomUUID()
    await keepPhoto(id, jobId, bytes(), 'image/jpeg')
    const outbox = useOutbox()
    outbox.send(jobId, photo(id))
    await eventually(() => outbox.waiting === 0, 'it still waits')
    expect(heard).toEqual([`photo ${id.slice(0, 4)}`, 'acts'])
    expect(await (await deviceDb()).count('photos')).toBe(0)
  })

  it('stay on the device while the server is gone, over a closed page too', async () => {
    const id = crypto.randomUUID()
    server.up = false
    await keepPhoto(id, jobId, bytes(), 'image/jpeg')
    useOutbox().send(jobId, photo(id))
    await eventually(() => !useOutbox().reachable, 'nobody noticed')
    newPage()
    expect(await (await deviceDb()).count('photos')).toBe(1)
    server.up = true
    await useOutbox().load()
    await eventually(() => useOutbox().waiting === 0, 'it was forgotten')
    expect(heard.filter((h) => h.startsWith('photo')).length).toBeGreaterThan(0)
    expect(server.received.filter((c) => c.act.what === 'add-photo').length).toBeGreaterThan(0)
  })

  it('wait where the shop has no room for them, while what follows them arrives', async () => {
    const id = crypto.randomUUID()
    await keepPhoto(id, jobId, bytes(), 'image/jpeg')
    photoStatus = 507
    const outbox = useOutbox()
    outbox.send(jobId, photo(id))
    outbox.send(jobId, { what: 'archive-job', archived: true })
    await eventually(() => outbox.waiting === 1 && server.done.size === 1, 'what follows is held up')
    expect([outbox.shopFull, outbox.reachable, outbox.refused.length]).toEqual([true, true, 0])
    expect(outbox.queue[0]!.command.act.what).toBe('add-photo')
    // There is room again: it is not asked for at once, but by itself.
    photoStatus = 200
    const now = performance.now.bind(performance)
    vi.spyOn(performance, 'now').mockImplementation(() => now() + 60_000)
    await outbox.flush()
    await eventually(() => outbox.waiting === 0, 'it is not sent again')
    expect([outbox.shopFull, server.done.size]).toEqual([false, 2])
  })

  it('are tried again where the server stumbles, and left to the act’s refusal where it will not have them', async () => {
    const id = crypto.randomUUID()
    await keepPhoto(id, jobId, bytes(), 'image/jpeg')
    const commands = [{ act: photo(id) }] as unknown as Parameters<typeof sendPhotos>[0]
    photoStatus = 503
    await expect(sendPhotos(commands)).rejects.toThrow(TypeError)
    photoStatus = 422
    await expect(sendPhotos(commands)).resolves.toEqual(new Set())
    photoStatus = 507
    await expect(sendPhotos(commands)).resolves.toEqual(new Set([id]))
    await forgetPhotos(commands)
    heard = []
    await sendPhotos(commands)
    expect(heard).toEqual([])
  })
})

describe('shrinking a photo', () => {
  it('fits its longest side, keeps its shape, and never makes it larger', () => {
    expect(fitted(4000, 3000)).toEqual({ widthPx: 1600, heightPx: 1200 })
    expect(fitted(3000, 4000)).toEqual({ widthPx: 1200, heightPx: 1600 })
    expect(fitted(640, 480)).toEqual({ widthPx: 640, heightPx: 480 })
    expect(fitted(20_000, 3)).toEqual({ widthPx: 1600, heightPx: 1 })
  })

  it('does not open what is too large, nor what is no picture', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.reject(new Error('no picture')))
    expect(await shrinkPhoto({ size: 32_000_001 } as Blob)).toBe('photo-too-large')
    expect(await shrinkPhoto(new Blob(['words']))).toBe('no-photo')
  })
})
