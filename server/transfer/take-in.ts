import { randomUUID } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { entryRows, type EntryWhat } from '#core/job/entries'
import type { Snapshot } from '#core/job/snapshot'
import { ApiProblem } from '../errors'
import { entryTables } from '../store/entries'
import type { Row, TableName } from '../store/models'
import { rows, select } from '../store/read-values'
import type { Store } from '../store/store'
import type { ReadJobFile } from './read-job-file'

const NO_DEVICE = '00000000-0000-8000-8000-000000000000'

interface Entry {
  id: string
  seq: number
  personId: string
  at: string
  struck?: { personId: string; at: string; reason: string } | null
}

/** Stores what came in a file; every row of it in one transaction. */
class TakingIn {
  private places = new Map<number, number>()
  private spare: number[] = []

  constructor(
    private readonly store: Store,
    private readonly transaction: Transaction,
    private readonly job: Snapshot,
  ) {}

  private get jobId(): string {
    return this.job.job.id
  }

  private async put(table: TableName, found: Row[]): Promise<void> {
    if (found.length > 0) await this.store.models[table].bulkCreate(found, { transaction: this.transaction })
  }

  /** Rows whose id is not there yet. */
  private async putNew(table: TableName, found: Row[]): Promise<void> {
    const there = new Set((await rows(this.store, table, { id: found.map((r) => r.id) }, this.transaction)).map((r) => r.id))
    await this.put(table, found.filter((r) => !there.has(r.id)))
  }

  /** Gives every act of the file a place among the acts of this store, in the same order, and one to each strike after them. */
  async countPlaces(): Promise<void> {
    const { job } = this
    const dated = [job.sets, job.readings, job.cuts, job.shimFits, job.placements, job.plans, job.closures, ...Object.values(entryRows).map((e) => job[e.rows] as { seq: number }[])]
    const seqs = [...new Set(dated.flat().map((r) => r.seq))].sort((a, b) => a - b)
    const strikes = dated.flat().filter((r) => (r as Entry).struck).length
    // The parts' measurements are one act more.
    const wanted = seqs.length + strikes + 1
    const now = new Date()
    const events = Array.from({ length: wanted }, () => [randomUUID(), this.jobId, NO_DEVICE, null, 'import-job', '{}', now, now, 'done', '[]'])
    const stored = await select(this.store, 'INSERT INTO events (commandId, jobId, deviceId, personId, what, body, madeAt, at, result, details) VALUES :events RETURNING seq', { events }, this.transaction)
    const places = stored.map((r) => Number(r.seq)).sort((a, b) => a - b)
    seqs.forEach((seq, i) => this.places.set(seq, places[i]!))
    this.spare = places.slice(seqs.length)
  }

  private by({ seq, personId, at }: Pick<Entry, 'seq' | 'personId' | 'at'>): Row {
    return { seq: this.places.get(seq)!, personId, at: new Date(at) }
  }

  private async strikes(entries: readonly Entry[]): Promise<void> {
    await this.put('strikes', entries.flatMap((e) => (e.struck ? [{ targetId: e.id, jobId: this.jobId, reason: e.struck.reason, personId: e.struck.personId, at: new Date(e.struck.at), seq: this.spare.shift()! }] : [])))
  }

  async shopRows(): Promise<void> {
    const { job } = this
    await this.putNew('people', job.people)
    await this.putNew('gauges', job.gauges)
    await this.putNew('pullers', job.pullers.map(({ id, name, ...spec }) => ({ id, name, spec })))
    await this.putNew('engines', [job.engine])
    const there = new Set((await rows(this.store, 'sheets', { engineId: job.engine.id }, this.transaction)).map((s) => s.id))
    const sheets = [...job.sheets, ...(job.sheets.some((s) => s.id === job.sheet.id) ? [] : [job.sheet])].filter((s) => !there.has(s.id))
    await this.put('sheets', sheets.map(({ links: _, limits, ...s }) => ({ ...s, ...limits, engineId: job.engine.id, at: new Date(s.at) })))
    await this.put('sheetLinks', sheets.flatMap((s) => s.links.map((link, position) => ({ sheetId: s.id, position, ...link }))))
    await this.parts()
  }

  /** Parts that this shop does not have yet, with their measurements; one of ours is left as it lies. */
  private async parts(): Promise<void> {
    const { job } = this
    const at = new Date()
    const seq = this.spare.pop()!
    for (const table of ['liners', 'shims'] as const) {
      const there = new Set((await rows(this.store, table, { id: job[table].map((p) => p.id) }, this.transaction)).map((r) => r.id))
      const fresh = job[table].filter((p) => !there.has(p.id))
      await this.put(table, fresh.map(({ fitted, readings: _, ...p }) => ({ ...p, fittedJobId: fitted?.jobId ?? null, fittedCylinder: fitted?.cylinder ?? null })))
      await this.put('partReadings', fresh.flatMap((p) => p.readings.map((reading, position) => ({ measureId: p.id, position, partId: p.id, ...reading, personId: null, at, seq }))))
    }
  }

  async jobRow(): Promise<void> {
    const { job, sheet, stationsDeg, engine } = this.job
    const { usage, createdAt, ...rest } = job
    const taken = await rows(this.store, 'jobs', { number: job.number }, this.transaction)
    const [next] = await select(this.store, 'SELECT COALESCE(MAX(number), 0) + 1 AS n FROM jobs FOR UPDATE', {}, this.transaction)
    await this.put('jobs', [
      { ...rest, number: taken.length > 0 ? Number(next?.n) : job.number, engineId: engine.id, sheetId: sheet.id, stationsDeg, simulated: false, usageValue: usage?.value ?? null, usageUnit: usage?.unit ?? null, createdAt: new Date(createdAt) },
    ])
  }

  async measured(): Promise<void> {
    const { job, jobId } = this
    await this.put('ledges', job.ledges.map((l) => ({ jobId, ...l })))
    await this.put('readingSets', job.sets.map(({ closed: _, ...s }) => ({ ...s, jobId, ...this.by(s) })))
    await this.put('setClosings', job.sets.flatMap((s) => (s.closed ? [{ setId: s.id, ...s.closed, at: new Date(s.closed.at), seq: this.places.get(s.seq)! }] : [])))
    await this.put('readings', job.readings.map(({ struck: _, ...r }) => ({ ...r, jobId, ...this.by(r) })))
    await this.put('cuts', job.cuts.map(({ struck: _, leavesMm: __, ...c }) => ({ ...c, jobId, ...this.by(c) })))
    await this.put('cutLeaves', job.cuts.flatMap((c) => c.leavesMm.map((thicknessMm, position) => ({ cutId: c.id, position, thicknessMm }))))
    await this.put('shimFits', job.shimFits.map(({ struck: _, ...f }) => ({ ...f, jobId, ...this.by(f) })))
    await this.put('placements', job.placements.map((p) => ({ ...p, jobId, ...this.by(p) })))
    await this.put('plans', job.plans.map(({ bores: _, ...p }) => ({ ...p, jobId, ...this.by(p) })))
    await this.put('planBores', job.plans.flatMap((p) => p.bores.map((bore, position) => ({ planId: p.id, position, ...bore }))))
    await this.put('closures', job.closures.map((c) => ({ ...c, jobId, ...this.by(c) })))
    for (const struck of [job.readings, job.cuts, job.shimFits]) await this.strikes(struck)
  }

  async entries(): Promise<void> {
    for (const what of Object.keys(entryTables) as EntryWhat[]) {
      const entries = this.job[entryRows[what].rows] as Entry[]
      await this.put(entryTables[what], entries.map(({ struck: _, ...e }) => ({ ...e, jobId: this.jobId, ...this.by(e) })))
      await this.strikes(entries)
    }
  }

  async photos(photos: ReadJobFile['photos']): Promise<void> {
    for (const { id, mime, sha256 } of this.job.photos) await this.put('photoBytes', [{ id, jobId: this.jobId, mime, sha256, content: photos.get(id)! }])
  }
}

/**
 * Takes a job in that came in a file: whole, or not at all. Engine, limits, people, gauges and
 * parts that are not here yet come with it; what is here already is left as it is.
 *
 * @throws ApiProblem `job-is-here`
 */
export async function takeIn(store: Store, { job, photos }: ReadJobFile): Promise<{ jobId: string; number: number }> {
  return store.sequelize.transaction(async (transaction) => {
    if ((await rows(store, 'jobs', { id: job.job.id }, transaction)).length > 0) throw new ApiProblem('job-is-here')
    const taking = new TakingIn(store, transaction, job)
    await taking.countPlaces()
    await taking.shopRows()
    await taking.jobRow()
    await taking.measured()
    await taking.entries()
    await taking.photos(photos)
    const [stored] = await rows(store, 'jobs', { id: job.job.id }, transaction)
    return { jobId: job.job.id, number: Number(stored?.number) }
  })
}
