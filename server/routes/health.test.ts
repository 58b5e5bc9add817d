import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { health } from '#contract/health'
import { buildApp } from '../app'
import { TestServer } from '../testing/test-store'
import * as room from '../photos/room'

const data = mkdtempSync(join(tmpdir(), 'evenbore-health-'))
let server: TestServer
beforeAll(async () => {
  server = await TestServer.start({ demo: false })
})
afterAll(async () => {
  await server.stop()
  rmSync(data, { recursive: true, force: true })
})

describe('the health of a shop', () => {
  it('tells whether acts are taken, and what its supervisor noted', async () => {
    const app = await buildApp({ store: server.store, data })
    const look = async () => {
      const answer = await app.inject('/api/health')
      return { status: answer.statusCode, ...health.parse(answer.json()) }
    }
    expect(await look()).toEqual({ status: 200, ok: true, database: 'up', disk: expect.any(String), troubles: [] })
    const trouble = { part: 'database', times: 8, how: 'signal SIGKILL', at: '2026-11-02T08:00:00.000Z', nextAt: null }
    writeFileSync(join(data, 'troubles.json'), JSON.stringify([trouble]))
    expect((await look()).troubles).toEqual([trouble])
    writeFileSync(join(data, 'troubles.json'), '[{"part":')
    expect((await look()).troubles).toEqual([])
    const full = vi.spyOn(room, 'roomIn').mockResolvedValue('full')
    expect(await look()).toMatchObject({ status: 503, ok: false, database: 'up', disk: 'full' })
    full.mockRestore()
    const away = vi.spyOn(server.store.sequelize, 'query').mockRejectedValue(new Error('gone'))
    expect(await look()).toMatchObject({ status: 503, ok: false, database: 'away' })
    away.mockRestore()
    await app.close()
  })
})
