import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import type { JobList, Shop } from '#contract/shop'
import { freePort } from '../ops/processes'

const root = mkdtempSync(join(tmpdir(), 'evenbore-command-'))
const env = { ...process.env, EVENBORE_HOME: root, NODE_OPTIONS: '' }
const running: ChildProcess[] = []
afterAll(() => {
  spawnSync('./evenbore', ['stop'], { env })
  for (const child of running) child.kill()
  rmSync(root, { recursive: true, force: true })
})

/** Starts a command and waits for a line of it. */
function until(args: string[], wanted: RegExp): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn('./evenbore', args, { env })
    running.push(child)
    let said = ''
    const hear = (data: Buffer) => {
      said += data.toString()
      if (wanted.test(said)) resolve(said)
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', () => (wanted.test(said) ? resolve(said) : reject(new Error(`it ended saying: ${said}`))))
  })
}
const once = (...args: string[]) => spawnSync('./evenbore', args, { env, encoding: 'utf8' })

it('starts, says so when started again, refuses a port in use, stops, and starts again with what was stored', async () => {
  const port = await freePort(31_000)
  const taken = createServer()
  await new Promise<void>((resolve) => taken.listen(port, '127.0.0.1', resolve))
  const refused = once('serve', '--port', String(port))
  expect(refused.status).toBe(1)
  expect(refused.stderr).toContain(`Port ${port} is in use by another program.`)
  taken.close()

  const said = await until(['demo', '--port', String(port)], /is ready/)
  const url = /http:\/\/[\d.:]+/.exec(said)![0]
  expect(url).toBe(`http://127.0.0.1:${port}`)
  const shop = (await (await fetch(`${url}/api/shop`)).json()) as Shop
  const { jobs } = (await (await fetch(`${url}/api/jobs`)).json()) as JobList
  expect(jobs).toHaveLength(9)
  expect(once('demo').stdout).toContain(`already running at ${url}`)

  const person = { id: randomUUID(), name: 'Mara Quill', role: 'technician' }
  const act = {
    commandId: randomUUID(),
    deviceId: randomUUID(),
    personId: shop.people[0]!.id,
    jobId: null,
    at: new Date().toISOString(),
    act: { what: 'add-person', person },
  }
  await fetch(`${url}/api/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ commands: [act] }),
  })
  expect(once('stop').stdout).toContain('Stopped the demo.')
  await expect(fetch(`${url}/api/health`)).rejects.toThrow()

  // A server that died without a word leaves its files behind: the next start is not put off by them.
  await until(['demo', '--port', String(port)], /is ready/)
  process.kill(running.at(-1)!.pid!, 'SIGKILL')
  const again = await until(['demo', '--port', String(port)], /is ready|already running/)
  const back = (await (await fetch(`${/http:\/\/[\d.:]+/.exec(again)![0]}/api/shop`)).json()) as Shop
  expect(back.people.map((p) => p.name)).toContain('Mara Quill')
})
