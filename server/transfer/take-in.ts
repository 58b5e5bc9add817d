import { bySeq } from '#core/job/order'
import { readFile } from 'node:fs/promises'
import { DatabaseError, UniqueConstraintError, type Transaction } from 'sequelize'
import { entriesOf, entryWhats, rowsName, type EntryWhat } from '#core/works/kinds'
import type { Snapshot, TakenIn } from '#core/job/snapshot'
import { ApiProblem } from '../errors'
import { insertBytes } from '../photos/keep-photo'
import { readPicture } from '../photos/picture'
import { entryRow, tableOfKind } from '../store/entries'
import { holdShop, inTransaction } from '../store/holding'
import type { Row, TableName } from '../store/models'
import { cardOf } from '../store/job-card'
import type { Brought } from '../store/read'
import { rows, select } from '../store/read-values'
import { storeTrouble, type Store } from '../store/store'
import { REDATED } from '../store/work'
import type { OpenedJobFile } from './open-job-file'

const NO_DEVICE = '00000000-0000-8000-8000-000000000000'
/** Rows that are written at once: readings that arrive meanwhile come between. */
const AT_ONCE = 500
const MOST_WAYS = 20

interface Entry {
  id: string
  seq: number
  personId: string
  at: string
  sheetId?: string | null
  struck?: { personId: string; at: string; reason: string } | null
}

function* pieces<T>(all: readonly T[]): Generator<T[]> {
  for (let i = 0; i < all.length; i += AT_ONCE) yield all.slice(i, i + AT_ONCE)
}

/** Stores what came in a file; every row of it in one transaction. */
class TakingIn {
  private places = new Map<number, number>()
  private spare: number[] = []
  private readonly at = new Date().toISOString()

  constructor(
    private readonly store: Store,
    private readonly transaction: Transaction,
    private readonly file: OpenedJobFile,
  ) {}

  private get job(): Snapshot {
    return this.file.job
  }
  private get jobId(): string {
    return this.job.job.id
  }

  private async put(table: TableName, found: Row[]): Promise<void> {
    for (const some of pieces(found)) await this.store.models[table].bulkCreate(some, { transaction: this.transaction })
  }

  /** @throws ApiProblem `file-ids-here` where something of the file is in another job already */
  async refuseKnown(): Promise<void> {
    const { job } = this
    const found: [TableName, readonly { id: string }[]][] = [
      ['readingSets', job.sets],
      ['readings', job.readings],
      ['cuts', job.cuts],
      ['shimFits', job.shimFits],
      ['placements', job.placements],
      ['plans', job.plans],
      ['photoBytes', job.photos],
      ...entryWhats.map((what): [TableName, readonly Entry[]] => [tableOfKind(what), this.entriesOfKind(what)]),
    ]
    for (const [table, entries] of found) {
      for (const some of pieces(entries)) {
        const there = await select(
          this.store,
          `SELECT id FROM ${table} WHERE id IN (:ids) LIMIT 1`,
          { ids: some.map((e) => e.id) },
          this.transaction,
        )
        if (there.length > 0) throw new ApiProblem('file-ids-here')
      }
    }
  }

  /** Gives every act of the file a place among the acts of this store, in the same order, and one to each strike after them. */
  async countPlaces(): Promise<void> {
    const { job } = this
    const dated = [
      job.sets,
      job.readings,
      job.cuts,
      job.shimFits,
      job.placements,
      job.plans,
      job.closures,
      ...entryWhats.map((what) => this.entriesOfKind(what)),
    ].flat()
    const seqs = [...new Set(dated.map((r) => r.seq))].sort((a, b) => a - b)
    const strikes = dated.filter((r) => (r as Entry).struck).length
    // The store makes the rows itself: to send it ten thousand alike took most of the time of a large job.
    const stored = await select(
      this.store,
      `INSERT INTO events (commandId, jobId, deviceId, personId, what, body, madeAt, at, result, details)
       SELECT UUID(), :jobId, :device, NULL, 'import-job', '{}', :now, :now, 'done', '[]'
       FROM seq_1_to_${seqs.length + strikes + 1} RETURNING seq`,
      { jobId: this.jobId, device: NO_DEVICE, now: new Date() },
      this.transaction,
    )
    const places = stored.map((r) => Number(r.seq))
    places.sort((a, b) => a - b)
    seqs.forEach((seq, i) => this.places.set(seq, places[i]!))
    this.spare = places.slice(seqs.length)
    for (const { seq, deviceAt, at } of job.redated ?? [])
      if (this.places.has(seq))
        await this.store.models.events.update(
          { details: [REDATED], madeAt: new Date(deviceAt), at: new Date(at) },
          { where: { seq: this.places.get(seq) }, transaction: this.transaction },
        )
  }

  private by({ seq, personId, at }: Pick<Entry, 'seq' | 'personId' | 'at'>): Row {
    return { seq: this.places.get(seq)!, personId, at: new Date(at) }
  }

  private async strikes(entries: readonly Entry[]): Promise<void> {
    await this.put(
      'strikes',
      entries.flatMap((e) =>
        e.struck
          ? [
              {
                targetId: e.id,
                jobId: this.jobId,
                reason: e.struck.reason,
                personId: e.struck.personId,
                at: new Date(e.struck.at),
                seq: this.spare.shift()!,
              },
            ]
          : [],
      ),
    )
  }

  /**
   * The job gets this shop's next number. What it brings of its own shop (engine, limits, people,
   * gauges, pullers, parts) stays with it: nobody picks from it here, and no other job is judged by it.
   */
  async jobRow(): Promise<number> {
    const { job, sheet, sheets, stationsDeg, engine, people, gauges, pullers, shims, liners, takenIn } = this.job
    const { usage, createdAt, number: _, ...rest } = job
    const [next] = await select(this.store, 'SELECT COALESCE(MAX(number), 0) + 1 AS n FROM jobs', {}, this.transaction)
    const number = Number(next?.n)
    const brought: Brought = {
      engine,
      sheets: sheets.some((s) => s.id === sheet.id) ? sheets : [...sheets, sheet],
      people,
      gauges,
      pullers,
      shims,
      liners,
    }
    await this.put('jobs', [
      {
        ...rest,
        number,
        engineId: engine.id,
        sheetId: sheet.id,
        stationsDeg,
        simulated: false,
        usageValue: usage?.value ?? null,
        usageUnit: usage?.unit ?? null,
        createdAt: new Date(createdAt),
        takenIn: [...takenIn, this.way()].slice(-MOST_WAYS),
        brought,
      },
    ])
    return number
  }

  /** The way it comes by now. */
  private way(): TakenIn {
    return { shop: this.file.shop, savedAt: this.file.savedAt, number: this.job.job.number, at: this.at }
  }

  async measured(): Promise<void> {
    const { job, jobId } = this
    await this.put(
      'ledges',
      job.ledges.map((l) => ({ jobId, ...l })),
    )
    await this.put(
      'readingSets',
      job.sets.map(({ closed: _, struck: __, ...s }) => ({ ...s, jobId, ...this.by(s) })),
    )
    await this.put(
      'setClosings',
      job.sets.flatMap((s) =>
        s.closed ? [{ setId: s.id, ...s.closed, at: new Date(s.closed.at), seq: this.places.get(s.seq)! }] : [],
      ),
    )
    await this.readings()
    await this.put(
      'cuts',
      job.cuts.map(({ struck: _, leavesMm: __, ...c }) => ({ ...c, jobId, ...this.by(c) })),
    )
    await this.put(
      'cutLeaves',
      job.cuts.flatMap((c) => c.leavesMm.map((thicknessMm, position) => ({ cutId: c.id, position, thicknessMm }))),
    )
    await this.put(
      'shimFits',
      job.shimFits.map(({ struck: _, ...f }) => ({ ...f, jobId, ...this.by(f) })),
    )
    await this.put(
      'placements',
      job.placements.map((p) => ({ ...p, jobId, ...this.by(p) })),
    )
    await this.put(
      'plans',
      job.plans.map(({ bores: _, ...p }) => ({ ...p, jobId, ...this.by(p) })),
    )
    await this.put(
      'planBores',
      job.plans.flatMap((p) => p.bores.map((bore, position) => ({ planId: p.id, position, ...bore }))),
    )
    const rounds = new Map<string, number>()
    const closures = [...job.closures].sort(bySeq).map((c) => {
      const round = rounds.get(c.stage) ?? 0
      rounds.set(c.stage, round + 1)
      return { ...c, jobId, round, storedAt: c.storedAt ? new Date(c.storedAt) : null, ...this.by(c) }
    })
    await this.put('closures', closures)
    for (const struck of [job.sets, job.readings, job.cuts, job.shimFits]) await this.strikes(struck)
  }

  /** Readings, which are many: written as they are, without a model made of each. */
  private async readings(): Promise<void> {
    const { sequelize } = this.store
    const said = (value: string) => sequelize.escape(value)
    for (const some of pieces(this.job.readings)) {
      const rows = some.map((r) => {
        const at = new Date(r.at).toISOString().slice(0, -1).replace('T', ' ')
        const texts = [r.id, r.setId, this.jobId, r.source, r.personId, at].map(said)
        return `(${[...texts, r.angleDeg, r.valueMm, this.places.get(r.seq)].join(',')})`
      })
      await sequelize.query(
        `INSERT INTO readings (id, setId, jobId, source, personId, at, angleDeg, valueMm, seq) VALUES ${rows.join(',')}`,
        { transaction: this.transaction },
      )
    }
  }

  private entriesOfKind(what: EntryWhat): readonly Entry[] {
    return entriesOf(this.job, rowsName(what)) as readonly Entry[]
  }

  async entries(): Promise<void> {
    for (const what of entryWhats) {
      const entries = this.entriesOfKind(what)
      const rowOf = ({ struck: _, seq, personId, at, sheetId = null, ...given }: Entry) =>
        entryRow(what, given, { jobId: this.jobId, ...this.by({ seq, personId, at }) }, sheetId)
      await this.put(tableOfKind(what), entries.map(rowOf))
      await this.strikes(entries)
    }
  }

  /** What lists show of it, as it is here; its places in small are made when somebody looks. */
  async card(number: number): Promise<void> {
    const { job, takenIn, ...rest } = this.job
    const here = { ...rest, job: { ...job, number }, takenIn: [...takenIn, this.way()].slice(-MOST_WAYS) }
    const card = cardOf({ ...here, readings: [] })
    const last = { lastAt: new Date(), lastPersonId: null }
    await this.put('jobCards', [{ ...card, readings: this.job.readings.length, marks: null, ...last }])
  }

  async photos(): Promise<void> {
    for (const { id, mime, sha256 } of this.job.photos) {
      const content = await readFile(this.file.photos.find((p) => p.id === id)!.path)
      await insertBytes(this.store, { id, jobId: this.jobId, mime, sha256, content }, this.transaction)
    }
  }
}

/** @throws ApiProblem `file-damaged` where a photo of the file is no picture that can be opened */
async function refuseBadPictures({ photos }: OpenedJobFile): Promise<void> {
  for (const { id, path } of photos) {
    if (!(await readPicture(await readFile(path))))
      throw new ApiProblem('file-damaged', [{ path: `photos.${id}`, message: 'is no picture that can be opened' }])
  }
}

/**
 * Takes a job in that came in a file: whole, or not at all. What it brings of another shop is
 * its own alone; of what this shop has, nothing changes.
 *
 * @throws ApiProblem `job-is-here`, `file-ids-here`, `file-damaged`
 */
export async function takeIn(store: Store, file: OpenedJobFile): Promise<{ jobId: string; number: number }> {
  const jobId = file.job.job.id
  if ((await rows(store, 'jobs', { id: jobId })).length > 0) throw new ApiProblem('job-is-here')
  await refuseBadPictures(file)
  try {
    return await inTransaction(store, async (transaction) => {
      await holdShop(store, transaction)
      if ((await rows(store, 'jobs', { id: jobId }, transaction)).length > 0) throw new ApiProblem('job-is-here')
      const taking = new TakingIn(store, transaction, file)
      await taking.refuseKnown()
      await taking.countPlaces()
      const number = await taking.jobRow()
      await taking.measured()
      await taking.entries()
      await taking.photos()
      await taking.card(number)
      return { jobId, number }
    })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new ApiProblem('file-ids-here')
    // Something in it does not fit where it would be kept: a title of a thousand words, half a character.
    if (error instanceof DatabaseError && !storeTrouble(error)) throw new ApiProblem('file-damaged')
    throw error
  }
}
