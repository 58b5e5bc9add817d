import { DatabaseError, UniqueConstraintError, type Transaction } from 'sequelize'
import { orderedJson } from '#core/job/signature'
import {
  command as commandSchema,
  isJobAct,
  type Command,
  type JobAct,
  type Outcome,
  type RefusalCode,
} from '#contract/commands'
import { rounded } from '#contract/sensible'
import { datedByArrival, parseCommand } from './parse-command'
import { holdJob, holdShop, inTransaction } from './holding'
import { list, rows } from './read-values'
import type { Row } from './models'
import { storeTrouble, type Store } from './store'
import { REDATED, Refusal, type Work } from './work'
import { carryOutInShop } from './carry-out-shop'
import { isKnownPerson } from './known-person'
import { carryOutInSet } from './carry-out-sets'
import { carryOutOnJob } from './carry-out-job'

async function doInJob(work: Work, act: JobAct): Promise<void> {
  if (!(await carryOutInSet(work, act))) await carryOutOnJob(work, act)
}

async function record(
  store: Store,
  command: Command,
  refusal: Refusal | null,
  transaction?: Transaction,
  redated = false,
): Promise<number> {
  const row = await store.models.events.create(
    {
      commandId: command.commandId,
      jobId: command.jobId,
      deviceId: command.deviceId,
      personId: command.personId,
      what: command.act.what,
      body: command.act,
      madeAt: new Date(command.at),
      at: new Date(),
      result: refusal ? 'refused' : 'done',
      code: refusal?.code ?? null,
      details: refusal?.details ?? (redated ? [REDATED] : []),
    },
    transaction ? { transaction } : {},
  )
  return Number(row.get('seq'))
}

/** Whether an event is of this very command: the same act, by the same person, in the same job. */
function isOf(event: Row, command: Command): boolean {
  // An act that an earlier version stored is read as this one reads it: it may round otherwise.
  const stored = commandSchema.shape.act.safeParse(rounded(list<unknown>(event.body))).data
  const same = stored === undefined || orderedJson(stored) === orderedJson(JSON.parse(JSON.stringify(command.act)))
  return same && event.jobId === command.jobId && event.personId === command.personId
}

/** What became of a command that had arrived before; null where another one had its id. */
async function earlierOutcome(store: Store, command: Command): Promise<Outcome | null> {
  const { commandId } = command
  const [event] = await rows(store, 'events', { commandId })
  if (!event || !isOf(event, command)) return null
  if (event.result === 'done') return { commandId, result: 'done', again: true }
  return { commandId, result: 'refused', code: event.code as RefusalCode, details: list<string[]>(event.details) }
}

/** Does what a command says, inside its transaction. What it is about is held before anything is read, and its place given after. */
async function doCommand(
  store: Store,
  command: Command,
  transaction: Transaction,
  arrivedMs: number | null,
): Promise<void> {
  const { act, jobId } = command
  const begun = isJobAct(act) && jobId !== null ? await holdJob(store, jobId, transaction) : null
  if (!isJobAct(act)) await holdShop(store, transaction)
  else if (!begun) throw new Refusal('unknown-job')
  const at = arrivedMs === null ? null : datedByArrival(command.at, arrivedMs, begun?.getTime() ?? null)
  const seq = await record(store, command, null, transaction, at !== null)
  await refuseNobody(store, command, transaction)
  const work: Work = { store, transaction, command: at === null ? command : { ...command, at }, seq }
  await (isJobAct(act) ? doInJob(work, act) : carryOutInShop(work, act))
}

/** Every act has somebody's name; only the first of a shop is entered by nobody, or by that very person. */
async function refuseNobody(store: Store, { act, personId }: Command, transaction: Transaction): Promise<void> {
  if (personId !== null && (await isKnownPerson(store, personId, transaction))) return
  const first = act.what === 'add-person' && (personId === null || personId === act.person.id)
  if (first && (await store.models.people.count({ transaction })) === 0) return
  throw new Refusal(personId === null ? 'nobody-named' : 'unknown-person')
}

/**
 * Carries out one command, once: its mark in the event log and its effect are one
 * transaction, so a command is stored whole or not at all, and a second arrival
 * answers what became of the first.
 *
 * @param raw what a device sent; nothing about it is trusted
 * @param arrivedMs when it arrived: what cannot have been done when its device says was done then; null where its time stands whatever it is
 * @returns what became of it
 * @throws what the driver says where the store itself is the matter ({@link storeTrouble}): the device keeps the command
 */
export async function carryOut(store: Store, raw: unknown, arrivedMs: number | null = null): Promise<Outcome> {
  const { command, issues } = parseCommand(raw)
  if (!command) {
    const commandId = String((raw as { commandId?: unknown } | null)?.commandId ?? '')
    return { commandId, result: 'refused', code: 'bad-command', details: issues.map((i) => `${i.path} ${i.message}`) }
  }
  try {
    await inTransaction(store, (transaction) => doCommand(store, command, transaction, arrivedMs))
    return { commandId: command.commandId, result: 'done', again: false }
  } catch (error) {
    if (error instanceof UniqueConstraintError) {
      const earlier = await earlierOutcome(store, command)
      if (earlier) return earlier
      const { act } = command
      const closes = act.what === 'close-stage' ? act.stage : act.what === 'end-as-it-stands' ? 'record' : null
      const closedTwice = closes !== null && 'closures_round' in error.fields
      return refuse(store, command, closedTwice ? new Refusal('stage-closed', [closes]) : new Refusal('id-taken'))
    }
    if (error instanceof Refusal) return refuse(store, command, error)
    if (storeTrouble(error)) throw error
    // One act that cannot be kept, or that the server fails at, holds up nothing behind it.
    console.error(`act ${command.act.what} ${command.commandId} failed:`, error)
    return {
      commandId: command.commandId,
      result: 'refused',
      // What the store will not have is no different the next time.
      code: error instanceof DatabaseError ? 'cannot-be-kept' : 'failed',
      details: [],
    }
  }
}

/** A refused command is kept too, so that nothing typed is lost; one that came too early is simply sent again. */
async function refuse(store: Store, command: Command, refusal: Refusal): Promise<Outcome> {
  if (refusal.code !== 'too-early') {
    await record(store, command, refusal).catch((error: unknown) => {
      if (!(error instanceof UniqueConstraintError)) throw error
    })
  }
  return { commandId: command.commandId, result: 'refused', code: refusal.code, details: refusal.details }
}
