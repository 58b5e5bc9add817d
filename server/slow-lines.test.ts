import { existsSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { connect, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FastifyInstance } from 'fastify'
import { buildApp } from './app'
import { TestServer } from './testing/test-store'

let server: TestServer
let app: FastifyInstance
const data = mkdtempSync(join(tmpdir(), 'evenbore-slow-'))
beforeAll(async () => {
  server = await TestServer.start({ demo: false })
  mkdirSync(join(data, 'incoming', 'file-left'), { recursive: true })
  writeFileSync(join(data, 'incoming', 'file-left', 'file'), 'half of a job')
  app = await buildApp({ store: server.store, data })
  await app.listen({ host: '127.0.0.1', port: 0 })
})
afterAll(async () => {
  await app.close()
  await server.stop()
  rmSync(data, { recursive: true, force: true })
})

describe('a server', () => {
  it('lets go of who takes for ever over the head of a request, or says nothing at all', async () => {
    const { port } = app.server.address() as AddressInfo
    const held = ['GET /api/shop HTTP/1.1\r\nHost: 127.0.0.1\r\nX-', ''].map(
      (words) =>
        new Promise<void>((resolve) => {
          const line = connect(port, '127.0.0.1', () => line.write(words))
          // A letter now and then keeps nobody's line.
          const more = setInterval(() => words !== '' && line.write('a'), 500)
          line.on('error', () => undefined)
          line.on('close', () => (clearInterval(more), resolve()))
          line.resume()
        }),
    )
    await Promise.all(held)
    // Who asks as usual is answered.
    expect((await fetch(`http://127.0.0.1:${port}/api/health`)).ok).toBe(true)
  })

  it('clears away at its start what a killed one left of files on their way, in a folder of its own', () => {
    expect(existsSync(join(data, 'incoming', 'file-left'))).toBe(false)
    expect(statSync(join(data, 'incoming')).mode & 0o077).toBe(0)
  })
})
