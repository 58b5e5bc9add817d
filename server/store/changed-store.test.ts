import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { hashText, signatureOf, signatureState } from '#core/job/signature'
import type { Snapshot } from '#core/job/snapshot'
import { recordContent } from '../record/pdf'
import { TestServer } from '../testing/test-store'
import { readSnapshot } from './read'

let server: TestServer
let loader: string
beforeAll(async () => {
  server = await TestServer.start()
  loader = await server.jobId('loader')
})
afterAll(() => server.stop())

const run = (sql: string) => server.store.sequelize.query(sql, { replacements: { loader } })
const state = (job: Snapshot) => signatureState(job, signatureOf(job)!)

describe('a store that somebody changed past the program', () => {
  it.each([
    ['the number', 'UPDATE jobs SET number = 4711 WHERE id = :loader'],
    [
      'where it came from',
      `UPDATE jobs SET takenIn = '[{"shop":"X","savedAt":"2026-11-02T08:00:00.000Z","number":9,"at":"2026-11-02T08:00:00.000Z"}]' WHERE id = :loader`,
    ],
    ['that it is simulated', 'UPDATE jobs SET simulated = 1 - simulated WHERE id = :loader'],
    ['a note', `UPDATE closures SET note = CONCAT('x', note) WHERE jobId = :loader AND stage = 'trial-fit'`],
    [
      'a note, and its version set back',
      `UPDATE closures SET note = 'x', sealVersion = 1 WHERE jobId = :loader AND stage = 'trial-fit'`,
    ],
    ['who closed', `UPDATE closures SET personId = UUID() WHERE jobId = :loader AND stage = 'look'`],
    ['when it was closed', `UPDATE closures SET at = at + INTERVAL 1 DAY WHERE jobId = :loader AND stage = 'look'`],
    ['a closing taken out', `DELETE FROM closures WHERE jobId = :loader AND stage = 'look'`],
    ['its version', `UPDATE closures SET sealVersion = 1 WHERE jobId = :loader AND stage = 'record'`],
    [
      'its version and all that it brought',
      `UPDATE closures SET sealVersion = 1, kept = NULL, judged = NULL, storedAt = NULL WHERE jobId = :loader AND stage = 'record'`,
    ],
    ['a place in the order', 'UPDATE readings SET seq = seq - 100000 WHERE jobId = :loader ORDER BY id LIMIT 1'],
    ['a reading', 'UPDATE readings SET valueMm = valueMm + 0.001 WHERE jobId = :loader ORDER BY id LIMIT 1'],
    [
      'limits',
      'UPDATE sheets SET maxMm = maxMm + 0.01 WHERE id IN (SELECT sheetId FROM readingSets WHERE jobId = :loader)',
    ],
  ])('is told by the signature: %s', async (_, change) => {
    const { sequelize } = server.store
    const changed = await sequelize.transaction()
    try {
      expect(state((await readSnapshot(server.store, loader, changed))!)).toBe('stands')
      await sequelize.query(change, { replacements: { loader }, transaction: changed })
      const job = (await readSnapshot(server.store, loader, changed))!
      expect(state(job)).toBe('broken')
      const content = await recordContent(job, { unit: 'mm', paper: 'A4' })
      expect(JSON.stringify(content)).toContain('Broken:')
    } finally {
      await changed.rollback()
    }
  })

  it('does not mind that the job is laid aside', async () => {
    await run('UPDATE jobs SET archived = 1 WHERE id = :loader')
    expect(state(await server.snapshot(loader))).toBe('stands')
    await run('UPDATE jobs SET archived = 0 WHERE id = :loader')
  })

  it('never calls good what cannot be checked', async () => {
    const job = await server.snapshot(loader)
    const old = job.closures.map((c) => ({ ...c, sealVersion: 1, kept: null, judged: null, storedAt: null }))
    const all = { ...job, closures: old }
    expect(old.map((c) => signatureState(all, c))).toEqual(old.map(() => 'unknown'))
    const content = JSON.stringify(await recordContent(all, { unit: 'mm', paper: 'A4' }))
    // Behind the signature at the head, and behind each closing.
    expect(content.split('Cannot be checked').length - 1).toBe(old.filter((c) => c.closes).length + 1)
  })

  it('shows no photo that is not the one that was kept, on the page and on paper', async () => {
    const ferry = await server.jobId('Long Reach')
    const [photo] = (await server.snapshot(ferry)).photos
    const url = `/api/jobs/${ferry}/photos/${photo!.id}`
    expect((await server.app.inject(url)).statusCode).toBe(200)
    const other = (await server.snapshot(ferry)).photos[1]!.id
    await server.store.sequelize.query(
      'UPDATE photoBytes a JOIN photoBytes b ON b.id = :other SET a.content = b.content, a.sha256 = b.sha256 WHERE a.id = :id',
      { replacements: { other, id: photo!.id } },
    )
    expect((await server.app.inject(url)).json()).toMatchObject({ error: { code: 'photo-changed' } })
    const pdf = await server.app.inject(`/api/jobs/${ferry}/record.pdf`)
    expect(pdf.statusCode).toBe(200)
  })

  it('has the very text of each closing, whose hash is its mark', async () => {
    const job = await server.snapshot(loader)
    const rows = (await server.store.models.signedTexts.findAll({
      where: { jobId: loader },
      raw: true,
    })) as unknown as {
      seq: number
      text: string
    }[]
    expect(rows).toHaveLength(job.closures.length)
    for (const { seq, hash } of job.closures) expect(hashText(rows.find((r) => Number(r.seq) === seq)!.text)).toBe(hash)
  })
})
