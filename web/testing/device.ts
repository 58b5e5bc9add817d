import 'fake-indexeddb/auto'
import { createPinia, getActivePinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import type { Command, JobAct, Outcome } from '#contract/commands'
import type { Health } from '#contract/health'
import { sixCylinders } from '#core/testing/make-snapshot'
import type { Snapshot } from '#core/job/snapshot'
import { applyAct } from '#core/job/apply'
import { useJob } from '../stores/job'
import { useOutbox } from '../stores/outbox'
import { newerMet } from '../stores/read-leniently'
import { PATIENT } from './patient'

/** A server that a test can pull the plug of: it answers commands and jobs, and remembers what it was sent. */
export class FakeServer {
  up = true
  received: Command[] = []
  done = new Set<string>()
  snapshot: Snapshot
  /** Decides what becomes of a command; by default it is done. */
  judge: (command: Command) => Omit<Extract<Outcome, { result: 'refused' }>, 'commandId'> | null = () => null
  /** The status of the answer to a batch: 200 by default. */
  status: (commands: Command[]) => number = () => 200
  /** What it tells of itself. */
  health: Health = { ok: true, database: 'up', disk: 'ok', troubles: [] }
  /** Held answers, to be let go by the test. */
  private gates: (() => void)[] = []
  hold = false
  /** Lines on which pages listen for news. */
  lines = new Set<{ onerror: (() => void) | null; onopen: (() => void) | null }>()
  /** How often a job was read. */
  reads = 0

  constructor(snapshot: Snapshot = sixCylinders()) {
    this.snapshot = snapshot
    vi.stubGlobal('fetch', (url: string, init?: { body?: string }) => this.answer(String(url), init?.body))
    const lines = this.lines
    vi.stubGlobal(
      'EventSource',
      class {
        onopen: (() => void) | null = null
        onerror: (() => void) | null = null
        constructor() {
          lines.add(this)
          setTimeout(() => lines.has(this) && this.onopen?.())
        }
        /** What is told under a name; nothing is, here. */
        addEventListener() {}
        close() {
          lines.delete(this)
        }
      },
    )
  }

  letGo(): void {
    this.hold = false
    this.gates.splice(0).forEach((open) => open())
  }

  private async answer(url: string, body?: string): Promise<unknown> {
    if (!this.up) throw new TypeError('no network')
    if (url === '/api/health') return { ok: this.health.ok, status: 200, json: () => Promise.resolve(this.health) }
    if (/^\/api\/jobs\/[^/]+$/.test(url)) {
      this.reads++
      const found = JSON.parse(JSON.stringify({ ...this.snapshot, revision: this.done.size })) as Snapshot
      if (this.hold) await new Promise<void>((resolve) => this.gates.push(resolve))
      return { ok: true, status: 200, json: () => Promise.resolve(found) }
    }
    if (url.startsWith('/api/jobs/')) return { ok: true, status: 200, json: () => Promise.resolve({}) }
    const { commands } = JSON.parse(body ?? '{}') as { commands: Command[] }
    this.received.push(...commands)
    const status = this.status(commands)
    if (status !== 200) return { ok: false, status, json: () => Promise.resolve({}) }
    const outcomes: Outcome[] = []
    for (const command of commands) {
      const refused = this.judge(command)
      outcomes.push(
        refused
          ? { commandId: command.commandId, ...refused }
          : { commandId: command.commandId, result: 'done', again: this.done.has(command.commandId) },
      )
      if (refused?.code === 'too-early') break
      if (!refused && !this.done.has(command.commandId)) {
        this.done.add(command.commandId)
        this.snapshot = applyAct(this.snapshot, command.act as JobAct, {
          seq: this.done.size,
          at: command.at,
          personId: command.personId ?? '',
        })
      }
    }
    return { ok: true, status: 200, json: () => Promise.resolve({ outcomes }) }
  }
}

/** A fresh page on the same device: what the old one had in memory is gone, the device's own database is not. */
export function newPage(): void {
  vi.stubGlobal('BroadcastChannel', undefined)
  const old = getActivePinia()
  if (old) {
    useOutbox(old).queue = []
    useJob(old).close()
  }
  newerMet.value = false
  setActivePinia(createPinia())
}

/** A fresh device. */
export async function newDevice(): Promise<void> {
  const { deviceDb } = await import('../stores/device-db')
  const db = await deviceDb()
  await Promise.all((['outbox', 'refused', 'snapshots', 'shop', 'photos'] as const).map((name) => db.clear(name)))
  localStorage.clear()
  newPage()
}

export async function eventually(check: () => boolean, otherwise: string): Promise<void> {
  await vi.waitFor(() => {
    if (!check()) throw new Error(otherwise)
  }, PATIENT)
}

/** Waits until the device has sent all it was given, so that no test leaves its sending to the next. */
export async function allSent(): Promise<void> {
  await eventually(() => useOutbox().waiting === 0, 'something still waits')
}
