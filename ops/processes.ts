import { readdirSync, readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { setTimeout as sleep } from 'node:timers/promises'
import { markStarted, runs, type Started } from '../server/started'

export { markStarted, runs, type Started }

/** Ends a process by its id and waits until it has gone. */
export async function end(started: Started | null | undefined, waitMs = 20_000): Promise<void> {
  if (!started || !runs(started)) return
  process.kill(started.pid, 'SIGTERM')
  const until = Date.now() + waitMs
  while (runs(started) && Date.now() < until) await sleep(50)
  if (runs(started)) process.kill(started.pid, 'SIGKILL')
}

/** Ends every other process that was started with these words in its environment, as `NAME=value`. */
export async function endAllWith(words: string): Promise<void> {
  const found = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(words)
      } catch {
        return false
      }
    })
  await Promise.all(found.map((pid) => end(markStarted(Number(pid)))))
}

function tryPort(port: number, host: string): Promise<number | null> {
  return new Promise((resolve) => {
    const server = createServer()
    server.once('error', () => resolve(null))
    server.listen(port, host, () => {
      const address = server.address()
      server.close(() => resolve(typeof address === 'object' && address ? address.port : null))
    })
  })
}

/** The wanted port if it is free, else the next free one above it; 0 takes any. */
export async function freePort(wanted: number, host = '127.0.0.1'): Promise<number> {
  for (let port = wanted; port < wanted + 50; port++) {
    const found = await tryPort(port, host)
    if (found !== null) return found
  }
  return (await tryPort(0, host)) ?? 0
}

export async function isFree(port: number, host = '127.0.0.1'): Promise<boolean> {
  return (await tryPort(port, host)) !== null
}

/** How long a server may take to start: on a busy disk the demo data alone may want a minute. */
export const START_WAIT_MS = 150_000

/** Asks again and again until something answers, or the time is up. */
export async function until(check: () => Promise<boolean>, waitMs: number, stepMs = 100): Promise<boolean> {
  const end = Date.now() + waitMs
  while (Date.now() < end) {
    if (await check().catch(() => false)) return true
    await sleep(stepMs)
  }
  return false
}
