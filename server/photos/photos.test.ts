import sharp from 'sharp'
import { createHash, randomUUID } from 'node:crypto'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoPhoto } from '../demo/demo-photo'
import { commandOf, TestServer } from '../testing/test-store'
import { readPicture } from './picture'
import { clearOrphans } from './keep-photo'
import { refuseFullDisk } from './room'

let here: TestServer
let ferry: string
let loader: string
let person: string

beforeAll(async () => {
  here = await TestServer.start()
  ferry = await here.jobId('Long Reach')
  loader = await here.jobId('loader')
  person = (await here.shop()).people[0]!.id
})
afterAll(() => here.stop())

describe('photos', () => {
  const put = (jobId: string, photoId: string, content: Buffer, type = 'image/png') =>
    here.app.inject({
      method: 'PUT',
      url: `/api/jobs/${jobId}/photos/${photoId}`,
      payload: content,
      headers: { 'content-type': type },
    })
  const add = (photoId: string, sha256: string) =>
    here.send(
      commandOf(
        {
          what: 'add-photo',
          photoId,
          cylinder: 1,
          findingId: null,
          mime: 'image/png',
          widthPx: 480,
          heightPx: 360,
          bytes: 10,
          sha256,
          words: '',
        },
        ferry,
        person,
      ),
    )

  it('come once, and are named only after they have come', async () => {
    const [photoId, content] = [randomUUID(), demoPhoto(9)]
    const sha256 = createHash('sha256').update(content).digest('hex')
    expect(await add(photoId, sha256)).toMatchObject([{ code: 'photo-missing' }])
    for (let i = 0; i < 2; i++)
      expect((await put(ferry, photoId, content)).json()).toMatchObject({
        sha256,
        mime: 'image/png',
        bytes: content.length,
      })
    expect((await put(ferry, photoId, demoPhoto(10))).statusCode).toBe(409)
    expect((await put(loader, photoId, content)).statusCode).toBe(409)
    expect(
      await add(
        photoId,
        sha256.replace(/^./, (c) => (c === '0' ? '1' : '0')),
      ),
    ).toMatchObject([{ code: 'photo-missing' }])
    expect(await add(photoId, sha256)).toMatchObject([{ result: 'done' }])
    expect((await here.snapshot(ferry)).photos.at(-1)).toMatchObject({ id: photoId, sha256 })
  })

  it('are read whole before they are kept', async () => {
    const good = demoPhoto(9)
    const at = good.indexOf('IDAT') - 4
    const edit = (change: (bytes: Buffer) => void) => {
      const bytes = Buffer.from(good)
      change(bytes)
      return bytes
    }
    const bad: [string, Buffer][] = [
      ['cut off', good.subarray(0, good.length - 40)],
      ['without its end', good.subarray(0, good.length - 12)],
      ['a broken stream', edit((b) => b.fill(0xaa, at + 12, at + 60))],
      ['60000 x 60000', edit((b) => (b.writeUInt32BE(60_000, 16), b.writeUInt32BE(60_000, 20)))],
      ['20000 x 20000', edit((b) => (b.writeUInt32BE(20_000, 16), b.writeUInt32BE(20_000, 20)))],
      ['a chunk of -12', edit((b) => b.writeInt32BE(-12, at))],
      ['taller than its rows', edit((b) => b.writeUInt32BE(5000, 20))],
      ['a JPEG of nothing', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xd9])],
    ]
    for (const [what, content] of bad) {
      const answer = await put(ferry, randomUUID(), content, what.includes('JPEG') ? 'image/jpeg' : 'image/png')
      expect([what, answer.statusCode, answer.json().error?.code]).toEqual([what, 422, 'no-photo'])
    }
  })

  it('that an earlier version let in are named on the papers, which come', async () => {
    const jobId = await here.jobId('spare')
    const broken = Buffer.concat([demoPhoto(9).subarray(0, 60), Buffer.alloc(40, 7)])
    const sha256 = createHash('sha256').update(broken).digest('hex')
    const photoId = randomUUID()
    await here.store.models.photoBytes.create(
      { id: photoId, jobId, mime: 'image/png', sha256, content: broken, bytes: broken.length, keptAt: new Date() },
      { returning: false } as object,
    )
    await here.send(
      commandOf(
        {
          what: 'add-photo',
          photoId,
          cylinder: 2,
          findingId: null,
          mime: 'image/png',
          widthPx: 4,
          heightPx: 4,
          bytes: broken.length,
          sha256,
          words: 'the poisoned one',
        },
        jobId,
        person,
      ),
    )
    for (const paper of ['record', 'owner']) {
      const answer = await here.app.inject(`/api/jobs/${jobId}/${paper}.pdf`)
      expect(answer.statusCode).toBe(200)
      const pdf = await getDocument({ data: new Uint8Array(answer.rawPayload), verbosity: 0 }).promise
      const pages = await Promise.all(
        Array.from({ length: pdf.numPages }, async (_, i) => (await (await pdf.getPage(i + 1)).getTextContent()).items),
      )
      const text = pages
        .flat()
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
      expect(text).toMatch(/cannot be opened:.*the poisoned one/)
    }
  })

  it('of a job end where its file would be too large, and what nobody named is cleared away after two weeks', async () => {
    const jobId = await here.jobId('Pump set B')
    const put8 = async (bytes: number) => {
      const photoId = randomUUID()
      await here.store.models.photoBytes.create(
        {
          id: photoId,
          jobId,
          mime: 'image/png',
          sha256: 'x',
          content: Buffer.alloc(1),
          bytes,
          keptAt: new Date('2026-01-01'),
        },
        { returning: false } as object,
      )
      return photoId
    }
    await Promise.all(Array.from({ length: 12 }, () => put8(8_000_000)))
    const full = await put(jobId, randomUUID(), demoPhoto(1))
    expect(full.statusCode).toBe(200)
    await put8(4_000_000)
    expect((await put(jobId, randomUUID(), demoPhoto(2))).json().error.code).toBe('photo-quota')
    // The act that names it says so, too: it is not the photo that was lost on its way.
    const named = commandOf(
      {
        what: 'add-photo',
        photoId: randomUUID(),
        cylinder: 1,
        findingId: null,
        mime: 'image/png',
        widthPx: 480,
        heightPx: 360,
        bytes: 300_000,
        sha256: 'a'.repeat(64),
        words: '',
      },
      jobId,
      person,
    )
    expect(await here.send(named)).toMatchObject([{ result: 'refused', code: 'photo-quota' }])
    expect(await clearOrphans(here.store, new Date('2026-01-10'))).toBe(0)
    expect(await clearOrphans(here.store, new Date('2026-01-20'))).toBe(13)
    expect((await put(jobId, randomUUID(), demoPhoto(2))).statusCode).toBe(200)
  })

  it('are not taken where the disk is nearly full', async () => {
    await expect(refuseFullDisk('/tmp', Number.MAX_SAFE_INTEGER)).rejects.toMatchObject({ code: 'disk-full' })
    await expect(refuseFullDisk('/tmp', 1)).resolves.toBeUndefined()
    await expect(refuseFullDisk('/nowhere', 1)).resolves.toBeUndefined()
  })

  it('with something else hung on behind their end are refused, with what a camera writes there are not', async () => {
    const jpeg = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#777' } })
      .jpeg({ progressive: true })
      .toBuffer()
    const png = demoPhoto(3)
    for (const picture of [jpeg, png]) {
      const end = Buffer.from([0xff, 0xd9])
      const behind = (bytes: number) => Buffer.concat([picture, Buffer.alloc(bytes, 7), end])
      expect(await readPicture(picture)).not.toBeNull()
      expect(await readPicture(behind(500))).not.toBeNull()
      expect(await readPicture(behind(7_000_000))).toBeNull()
      expect(await readPicture(picture.subarray(0, picture.length - 12))).toBeNull()
    }
    const hung = await put(ferry, randomUUID(), Buffer.concat([png, Buffer.alloc(7_000_000)]))
    expect([hung.statusCode, hung.json().error.code]).toEqual([422, 'no-photo'])
  })

  it('that are none, too large, or of a job that is not there, are refused in words', async () => {
    const not = await put(ferry, randomUUID(), Buffer.from('<svg onload="alert(1)"/>'), 'image/svg+xml')
    expect([not.statusCode, not.json().error.message]).toEqual([422, expect.stringContaining('no photo')])
    const large = await put(ferry, randomUUID(), Buffer.alloc(8_100_000, 1))
    expect([large.statusCode, large.json().error.code]).toEqual([413, 'photo-too-large'])
    expect((await put(randomUUID(), randomUUID(), demoPhoto(9))).statusCode).toBe(404)
    expect((await here.app.inject(`/api/jobs/${ferry}/photos/${randomUUID()}`)).statusCode).toBe(404)
  })
})
