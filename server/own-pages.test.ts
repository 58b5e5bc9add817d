import { get as httpsGet } from 'node:https'
import { hostname, networkInterfaces } from 'node:os'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import WebSocket from 'ws'
import { buildApp } from './app'
import { cert, key } from './testing/test-certificate'
import { TestServer } from './testing/test-store'

let server: TestServer
let url: string
let job: string
beforeAll(async () => {
  server = await TestServer.start()
  url = await server.app.listen({ host: '127.0.0.1', port: 0 })
  job = await server.jobId('Long Reach')
})
afterAll(() => server.stop())

const ask = (headers: Record<string, string>, path = '/api/shop') => server.app.inject({ url: path, headers })
const code = async (headers: Record<string, string>, path?: string) => {
  const answer = await ask(headers, path)
  return answer.statusCode === 200 ? 200 : answer.json().error.code
}

describe('the addresses of a shop', () => {
  it("are its machine's own, by name and by every address it has", async () => {
    const own = Object.values(networkInterfaces())
      .flatMap((all) => all ?? [])
      .map((a) => (a.family === 'IPv6' ? `[${a.address}]` : a.address))
    for (const host of [
      'localhost:4780',
      '127.0.0.1',
      '[::1]:80',
      hostname(),
      `${hostname()}.local:4780`,
      ...own.map((a) => `${a}:4780`),
    ])
      expect([host, await code({ host })]).toEqual([host, 200])
  })

  it('are no name that somebody else pointed at this machine', async () => {
    for (const host of [
      'evil.example',
      'evil.example:4780',
      '127.0.0.1.evil.example',
      'localhost.evil.example',
      '0.0.0.0',
      '192.168.77.77',
      'a b',
    ])
      expect([host, await code({ host })]).toEqual([host, 'foreign-host'])
  })

  it('are those it was started with, too', async () => {
    const app = await buildApp({ store: server.store, names: ['Shop.Local'] })
    expect((await app.inject({ url: '/api/calc', headers: { host: 'shop.local:4780' } })).statusCode).toBe(200)
    expect((await app.inject({ url: '/api/calc', headers: { host: 'other.local' } })).statusCode).toBe(403)
    await app.close()
  })
})

describe('a shop served by TLS', () => {
  it('answers by it, and lets its own pages in', async () => {
    const app = await buildApp({ store: server.store, tls: { cert: Buffer.from(cert), key: Buffer.from(key) } })
    const at = await app.listen({ host: '127.0.0.1', port: 0 })
    expect(at).toMatch(/^https:/)
    const ask = (origin: string) =>
      new Promise<number>((resolve, reject) =>
        httpsGet(`${at}/api/calc`, { ca: cert, headers: { origin } }, (answer) =>
          resolve((answer.resume(), answer.statusCode ?? 0)),
        ).once('error', reject),
      )
    expect([await ask(at), await ask('https://evil.example')]).toEqual([200, 403])
    await app.close()
  })
})

describe('a page from elsewhere', () => {
  const host = '127.0.0.1:4780'
  it('does nothing here, whatever it calls itself', async () => {
    for (const origin of ['https://evil.example', 'http://127.0.0.1:9999', 'null', `http://${host}.evil.example`])
      expect([origin, await code({ host, origin })]).toEqual([origin, 'foreign-page'])
    expect(await code({ host, origin: `http://${host}` })).toBe(200)
    expect(await code({ host, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' })).toBe('foreign-page')
    expect(await code({ host, 'sec-fetch-site': 'same-site', 'sec-fetch-mode': 'cors' })).toBe('foreign-page')
    expect(await code({ host, 'sec-fetch-site': 'same-origin', 'sec-fetch-mode': 'cors' })).toBe(200)
  })

  it('may link to a paper here, as a person follows it', async () => {
    expect(
      (
        await ask(
          { host, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' },
          `/api/jobs/${job}/readings.csv`,
        )
      ).statusCode,
    ).toBe(200)
  })

  it('opens no socket and no stream', async () => {
    const socket = new WebSocket(`${url.replace('http', 'ws')}/api/gauge/simulated?jobId=${job}`, {
      origin: 'https://evil.example',
    })
    expect(await new Promise((resolve) => socket.once('error', (e) => resolve(e.message)))).toContain('403')
    expect((await fetch(`${url}/api/jobs/${job}/news`, { headers: { origin: 'https://evil.example' } })).status).toBe(
      403,
    )
  })
})

describe('the gauges of this shop', () => {
  it('are bounded, and share one reader a job', async () => {
    const opened = Array.from(
      { length: 70 },
      () => new WebSocket(`${url.replace('http', 'ws')}/api/gauge/simulated?jobId=${job}`, { origin: url }),
    )
    const ends = opened.map(
      (socket) =>
        new Promise<number>((resolve) => {
          socket.once('message', () => resolve(0))
          socket.once('close', resolve)
        }),
    )
    const codes = await Promise.all(ends)
    expect([codes.filter((c) => c === 0).length, codes.filter((c) => c === 1013).length]).toEqual([64, 6])
    // However many listen, the job is read as often as for one.
    const reads = vi.spyOn(server.store.models.jobs, 'findAll')
    await new Promise((resolve) => setTimeout(resolve, 1300))
    expect(reads.mock.calls.length).toBeGreaterThan(0)
    expect(reads.mock.calls.length).toBeLessThan(6)
    const gone = opened
      .filter((socket) => socket.readyState !== WebSocket.CLOSED)
      .map((socket) => new Promise((resolve) => socket.once('close', resolve)))
    for (const socket of opened) socket.close()
    await Promise.all(gone)
  })
})

describe('what a page may reach', () => {
  it('is its own server alone', async () => {
    const policy = String((await ask({ host: 'localhost' })).headers['content-security-policy'])
    expect(policy).toMatch(/connect-src 'self'(;|$)/)
  })
})
