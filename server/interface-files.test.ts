import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { FastifyInstance } from 'fastify'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { buildApp } from './app'
import { TestServer } from './testing/test-store'

const webRoot = mkdtempSync(join(tmpdir(), 'evenbore-web-'))
let server: TestServer
let app: FastifyInstance
beforeAll(async () => {
  mkdirSync(join(webRoot, 'assets'))
  writeFileSync(join(webRoot, 'index.html'), '<title>Even Bore</title>')
  writeFileSync(join(webRoot, 'assets', 'page-1.js'), 'export {}')
  server = await TestServer.start({ demo: false })
  app = await buildApp({ store: server.store, webRoot })
})
afterAll(async () => {
  await app.close()
  await server.stop()
  rmSync(webRoot, { recursive: true, force: true })
})

it('answers every address of a page with the page, but none of a file that is not there, nor of the API', async () => {
  for (const path of ['/', '/jobs/x/trial-fit', '/nowhere/at/all']) {
    const answer = await app.inject(path)
    expect([path, answer.statusCode, answer.body]).toEqual([path, 200, '<title>Even Bore</title>'])
    expect(answer.headers['cache-control']).toContain('no-cache')
  }
  // An old tab that asks for a script of the version before must not be given a page for it.
  for (const path of ['/assets/page-0.js', '/api/none'])
    expect([path, (await app.inject(path)).statusCode]).toEqual([path, 404])
  expect((await app.inject({ method: 'POST', url: '/jobs/x' })).statusCode).toBe(404)
  expect((await app.inject('/assets/page-1.js')).headers['cache-control']).toContain('immutable')
})
