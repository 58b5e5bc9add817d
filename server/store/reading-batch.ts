import type { Command, JobAct, Outcome } from '#contract/commands'
import { jobLimits } from '#contract/job-file'
import type { Transaction } from 'sequelize'
import { carryOut } from './carry-out'
import { datedByArrival, parseCommand } from './parse-command'
import { holdJob, inTransaction } from './holding'
import { countReadings } from './job-card'
import { isKnownPerson } from './known-person'
import { iso, select } from './read-values'
import type { Row } from './models'
import { closedSql } from './work'
import type { Store } from './store'

type Take = Command & { act: Extract<JobAct, { what: 'take-reading' }> }

interface Waiting {
  take: Take
  arrivedMs: number
  resolve(outcome: Outcome): void
  reject(error: unknown): void
}

const LARGEST = 200

const isTake = (command: Command | null): command is Take =>
  command?.act.what === 'take-reading' && command.personId !== null && command.jobId !== null

interface OpenSet {
  jobId: string
  begunMs: number
}

/** Sets that still take readings, with the job each belongs to; those near the most that set or job can hold are not among them. */
async function openSets(store: Store, setIds: string[], transaction: Transaction): Promise<Map<string, OpenSet>> {
  const found = await select(
    store,
    `SELECT s.id, s.jobId, j.createdAt, (SELECT COUNT(*) FROM readings r WHERE r.setId = s.id) AS inSet, c.readings AS inJob FROM readingSets s JOIN jobs j ON j.id = s.jobId JOIN jobCards c ON c.jobId = s.jobId LEFT JOIN setClosings z ON z.setId = s.id
     WHERE s.id IN (:setIds) AND z.setId IS NULL
       AND NOT (${closedSql('s.stage')})`,
    { setIds },
    transaction,
  )
  const hasRoom = (r: Row) =>
    Number(r.inSet) + LARGEST <= jobLimits.readingsInSet && Number(r.inJob) + LARGEST <= jobLimits.readings
  return new Map(
    found.filter(hasRoom).map((r) => [String(r.id), { jobId: String(r.jobId), begunMs: Date.parse(iso(r.createdAt)) }]),
  )
}

/** Stores many readings in one transaction, their jobs held one by one in order. @returns those it stored; none of the others is touched */
async function storeTogether(store: Store, waiting: Waiting[]): Promise<Set<Take>> {
  const takes = waiting.map((w) => w.take)
  return inTransaction(store, async (transaction) => {
    for (const jobId of [...new Set(takes.map((t) => t.jobId as string))].sort())
      await holdJob(store, jobId, transaction)
    const sets = await openSets(store, [...new Set(takes.map((t) => t.act.setId))], transaction)
    const named = await Promise.all(takes.map((t) => isKnownPerson(store, t.personId as string, transaction)))
    const good = takes.filter((t, i) => {
      const set = sets.get(t.act.setId)
      return named[i] && set?.jobId === t.jobId && datedByArrival(t.at, waiting[i]!.arrivedMs, set.begunMs) === null
    })
    if (good.length === 0) return new Set<Take>()
    const now = new Date()
    const events = good.map((t) => [
      t.commandId,
      t.jobId,
      t.deviceId,
      t.personId,
      t.act.what,
      JSON.stringify(t.act),
      new Date(t.at),
      now,
      'done',
      '[]',
    ])
    const stored = await select(
      store,
      'INSERT INTO events (commandId, jobId, deviceId, personId, what, body, madeAt, at, result, details) VALUES :events RETURNING seq, commandId',
      { events },
      transaction,
    )
    const seqOf = new Map(stored.map((r: Row) => [r.commandId, r.seq]))
    const readings = good.map(({ act, ...t }) => [
      act.readingId,
      act.setId,
      t.jobId,
      act.angleDeg,
      act.valueMm,
      act.source,
      t.personId,
      new Date(t.at),
      seqOf.get(t.commandId),
    ])
    await store.sequelize.query(
      'INSERT INTO readings (id, setId, jobId, angleDeg, valueMm, source, personId, at, seq) VALUES :readings',
      {
        replacements: { readings },
        transaction,
      },
    )
    for (const jobId of new Set(good.map((t) => t.jobId as string))) {
      const own = good.filter((t) => t.jobId === jobId)
      const last = own.at(-1)!
      await countReadings(
        store,
        jobId,
        own.length,
        { lastAt: new Date(last.at), lastPersonId: last.personId },
        transaction,
      )
    }
    return new Set(good)
  })
}

/**
 * Carries out commands; readings that arrive while others are being stored go into one
 * transaction with the next ones, so that a shop full of gauges waits for few commits.
 * Whatever is unusual (sent twice, too early, closed) goes its own way by {@link carryOut}.
 */
export class ReadingBatch {
  private waiting: Waiting[] = []
  private busy = false

  constructor(private readonly store: Store) {}

  /** @returns what became of the command, as {@link carryOut} does */
  async carryOut(raw: unknown, arrivedMs: number): Promise<Outcome> {
    const { command } = parseCommand(raw)
    if (!isTake(command)) return carryOut(this.store, raw, arrivedMs)
    return new Promise((resolve, reject) => {
      this.waiting.push({ take: command, arrivedMs, resolve, reject })
      if (!this.busy) void this.work()
    })
  }

  private async work(): Promise<void> {
    this.busy = true
    while (this.waiting.length > 0) await this.storeAll(this.waiting.splice(0, LARGEST))
    this.busy = false
  }

  private async storeAll(batch: Waiting[]): Promise<void> {
    // One that is refused for its id (sent twice) refuses them all: then each goes its own way.
    const stored =
      batch.length > 1 ? await storeTogether(this.store, batch).catch(() => new Set<Take>()) : new Set<Take>()
    await Promise.all(
      batch.map(async ({ take, arrivedMs, resolve, reject }) => {
        if (stored.has(take)) resolve({ commandId: take.commandId, result: 'done', again: false })
        else await carryOut(this.store, take, arrivedMs).then(resolve, reject)
      }),
    )
  }
}
