import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { rounded } from '#contract/sensible'
import { outcomes, type Command, type JobAct, type Outcome, type ShopAct } from '#contract/commands'
import { deviceDb, onStoreLost, plain, type Queued, type RefusedCommand } from './device-db'
import { useDevice } from './device'
import { newId } from './new-id'
import { forgetPhotos, sendPhotos } from './photos'
import { refuseStatus, ShopFull, Stuck } from './stuck'
import { useShopClock } from './shop-clock'

type Listener = (done: Command[]) => void

const BATCH = 40
const WAITS_MS = [300, 700, 1500, 3000, 5000]
/** A photo that the shop has no room for is not sent again sooner: it is large, and a disk is not cleared in seconds. */
const PHOTO_WAITS_MS = 30_000
const EARLY_TRIES = 3
/** How often an act is tried that the server answers, but fails at: then it is laid aside, and what is behind it goes on. */
const STUCK_TRIES = 3
/** How soon a device that cannot keep anything is tried again, ms. */
const MEND_AGAIN_MS = 3000

/** Whether what lies on the device is an act on its way: a row that a crash or another program left may be none. */
const isCommand = ({ command }: { command?: Command }) =>
  typeof command?.commandId === 'string' && typeof command.act?.what === 'string'

/** Things an act makes or rests on, by their ids: what rests on something refused is refused with it. */
function restsOn(command: Command): string[] {
  const { act } = command
  if (act.what === 'close-sets' || act.what === 'reopen-sets') return act.setIds
  return act.what === 'take-reading' || act.what === 'hand-over' || act.what === 'close-set' ? [act.setId] : []
}

/**
 * Acts on their way to the server. Each is written to the device first, sent in order,
 * tried until it is acknowledged, and only then taken off the device. A refused one is
 * laid aside with its reason, never dropped.
 */
export const useOutbox = defineStore('outbox', () => {
  const device = useDevice()
  const clock = useShopClock()
  const queue = shallowRef<Queued[]>([])
  const refused = shallowRef<RefusedCommand[]>([])
  const reachable = ref(true)
  /** The shop has no room on its disk: what is entered waits here. */
  const shopFull = ref(false)
  /** The device itself cannot keep anything: say so, loudly. It is tried again all the while. */
  const deviceFails = ref(false)
  /** The browser had cleared what the device keeps, and what of it could not be put back; null where it did not. */
  const cleared = ref<{ photos: number } | null>(null)
  const listeners = new Set<Listener>()
  const otherTabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('even-bore-outbox')
  let writing: Promise<unknown> = Promise.resolve()
  let flushing: Promise<void> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let failures = 0
  let early = 0
  let temporary = -1
  let mendTimer: ReturnType<typeof setTimeout> | undefined

  const waiting = computed(() => queue.value.length)

  async function load(): Promise<void> {
    try {
      const db = await deviceDb()
      const [all, aside] = await Promise.all([db.getAll('outbox') as Promise<Queued[]>, db.getAll('refused')])
      // What is no act at all stays where it is; it holds up nothing.
      const kept = all.filter(isCommand)
      const known = new Set(kept.map((q) => q.command.commandId))
      queue.value = [...kept, ...queue.value.filter((q) => q.order < 0 && !known.has(q.command.commandId))]
      refused.value = aside
    } catch {
      failsToKeep()
    }
    if (queue.value.length > 0) void flush()
  }

  function failsToKeep(): void {
    deviceFails.value = true
    mendTimer ??= setTimeout(() => {
      mendTimer = undefined
      mend()
    }, MEND_AGAIN_MS)
  }

  /** Lays what this page still knows into the device's store, where that lost it: in its turn, before anything that is entered meanwhile. */
  function mend(): void {
    writing = writing.then(async () => {
      try {
        const db = await deviceDb()
        const tx = db.transaction(['outbox', 'refused', 'photos'], 'readwrite')
        const [waits, aside] = [tx.objectStore('outbox'), tx.objectStore('refused')]
        const kept = new Set((await waits.getAll()).filter(isCommand).map((q) => q.command.commandId))
        const lost = queue.value.filter((q) => !kept.has(q.command.commandId))
        const order = new Map<Queued, number>()
        // In their order: those that had a place keep it, the others come behind.
        for (const q of [...lost].sort((a, b) => Number(a.order < 0) - Number(b.order < 0)))
          order.set(q, await waits.put(plain(q.order < 0 ? { command: q.command } : q)))
        for (const entry of refused.value) await aside.put(plain(entry))
        const photos = new Set(await tx.objectStore('photos').getAllKeys())
        const gone = lost.filter(({ command: { act } }) => act.what === 'add-photo' && !photos.has(act.photoId))
        await tx.done
        queue.value = queue.value.map((q) => (order.has(q) ? { ...q, order: order.get(q)! } : q))
        if (lost.some((q) => q.order > 0)) cleared.value = { photos: gone.length }
        deviceFails.value = false
      } catch {
        failsToKeep()
      }
    })
  }

  /** Keeps an act on the device and sends it. It counts on screen at once. */
  function send(jobId: string | null, act: JobAct | ShopAct): Command {
    const command = rounded(
      plain<Command>({
        commandId: newId(),
        deviceId: device.deviceId,
        personId: device.personId || null,
        jobId,
        at: new Date(clock.nowMs()).toISOString(),
        act,
      }),
    )
    const entry: Queued = { order: temporary--, command }
    queue.value = [...queue.value, entry]
    writing = writing.then(async () => {
      try {
        const order = await (await deviceDb()).add('outbox', { command })
        queue.value = queue.value.map((q) => (q === entry ? { order, command } : q))
      } catch {
        // The connection may have been closed under it: that is opened anew at once.
        deviceFails.value = true
        mend()
      }
    })
    void flush()
    return command
  }

  /** Sends what waits, one flush at a time, also among the tabs of this device. */
  function flush(): Promise<void> {
    clearTimeout(timer)
    timer = undefined
    // A lock that is not given, as on a page that is going away, is asked for again later, not at once.
    flushing ??= lockedFlush()
      .catch(() => tryLater())
      .finally(() => {
        flushing = null
        // Something may have joined the queue while the last answer was being settled.
        if (queue.value.length > 0 && timer === undefined) void flush()
      })
    return flushing
  }

  async function lockedFlush(): Promise<void> {
    if (navigator.locks) await navigator.locks.request('even-bore-outbox', sendAll)
    else await sendAll()
  }

  /** Photos that the shop has no room for, by their ids; what follows them goes on. */
  let photosHeld: ReadonlySet<string> = new Set()
  let photosHeldUntilMs = 0
  const isHeld = ({ command: { act } }: Queued) => act.what === 'add-photo' && photosHeld.has(act.photoId)

  async function sendAll(): Promise<void> {
    if (performance.now() >= photosHeldUntilMs) photosHeld = new Set()
    for (;;) {
      await written()
      const next = queue.value.filter((q) => !isHeld(q)).slice(0, oneByOne ? 1 : BATCH)
      if (next.length === 0) {
        oneByOne = false
        if (queue.value.length > 0) tryLater(Math.max(0, photosHeldUntilMs - performance.now()))
        return
      }
      const batch = await withoutHeld(next)
      if (!batch) return tryLater()
      const answers = batch instanceof Stuck ? batch : batch.length > 0 ? await post(batch) : []
      if (!answers) return tryLater()
      const goOn = answers instanceof Stuck ? await goAround(next, answers) : await settle(batch as Queued[], answers)
      if (!goOn) return tryLater()
    }
  }

  /** Waits until all that was sent so far lies on the device: only then does each entry know its place there. */
  async function written(): Promise<void> {
    let seen: Promise<unknown>
    do {
      seen = writing
      await seen
    } while (seen !== writing)
  }

  /** Sends the photos that these acts speak of. @returns the acts that can go now; null where the server is away */
  async function withoutHeld(next: Queued[]): Promise<Queued[] | Stuck | null> {
    try {
      const noRoom = await sendPhotos(next.map((q) => q.command))
      if (noRoom.size > 0) {
        photosHeld = new Set([...photosHeld, ...noRoom])
        photosHeldUntilMs = performance.now() + PHOTO_WAITS_MS
        shopFull.value = true
      }
      return next.filter((q) => !isHeld(q))
    } catch (error) {
      reachable.value = error instanceof Stuck
      return error instanceof Stuck ? error : null
    }
  }

  async function post(batch: Queued[]): Promise<Outcome[] | Stuck | null> {
    try {
      const response = await fetch('/api/commands', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ commands: batch.map((q) => q.command) }),
        signal: AbortSignal.timeout(10_000),
      })
      refuseStatus(response.status)
      const body = outcomes.parse(await response.json())
      reachable.value = true
      shopFull.value = photosHeld.size > 0
      failures = 0
      return body.outcomes
    } catch (error) {
      shopFull.value = error instanceof ShopFull
      reachable.value = error instanceof Stuck
      return error instanceof Stuck ? error : null
    }
  }

  /** How often each act was tried that the server answers but fails at. */
  const tries = new Map<string, number>()
  /** Acts go one by one until the one that holds up the others is found. */
  let oneByOne = false

  /** Counts one more try of an act. @returns whether it has had all it gets */
  function givenUp({ command }: Queued): boolean {
    const n = (tries.get(command.commandId) ?? 0) + 1
    tries.set(command.commandId, n)
    return n >= STUCK_TRIES
  }

  /** What could not be sent together goes one by one; what then cannot be sent at all is laid aside. @returns whether to go on at once */
  async function goAround(batch: Queued[], { code }: Stuck): Promise<boolean> {
    const [first] = batch
    if (!oneByOne || !first) {
      oneByOne = true
      return true
    }
    if (!givenUp(first)) return false
    oneByOne = false
    await settle([first], [], code)
    return true
  }

  function tryLater(inMs = WAITS_MS[Math.min(failures++, WAITS_MS.length - 1)]): void {
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), inMs)
  }

  /**
   * Takes what was answered off the queue.
   *
   * @param stuck why the batch is laid aside without an answer
   * @returns false where something came too early, or has to be tried again
   */
  async function settle(batch: Queued[], answers: Outcome[], stuck?: Stuck['code']): Promise<boolean> {
    const done: Queued[] = []
    const laidAside: RefusedCommand[] = stuck ? batch.map((entry) => ({ ...entry, code: stuck, details: [] })) : []
    let onTime = true
    answers.forEach((answer, i) => {
      const entry = batch[i]
      if (!entry) return
      if (answer.result === 'done') done.push(entry)
      else if (answer.code === 'too-early' && early++ < EARLY_TRIES) onTime = false
      else if (answer.code === 'failed' && !givenUp(entry)) onTime = false
      else laidAside.push({ ...entry, code: answer.code, details: answer.details })
    })
    if (onTime) early = 0
    const lost = new Set(laidAside.flatMap((r) => (r.command.act.what === 'open-set' ? [r.command.act.setId] : [])))
    for (const entry of queue.value) {
      const rests = restsOn(entry.command)
      if (rests.some((id) => lost.has(id)) && !laidAside.some((r) => r.order === entry.order))
        laidAside.push({ ...entry, code: 'too-early', details: [] })
    }
    await keep(done, laidAside)
    await forgetPhotos(done.map((q) => q.command))
    const gone = new Set([...done, ...laidAside].map((q) => q.command.commandId))
    for (const id of gone) tries.delete(id)
    // Listeners first: what leaves the queue must already stand among the acknowledged.
    for (const listener of listeners) listener(done.map((q) => q.command))
    queue.value = queue.value.filter((q) => !gone.has(q.command.commandId))
    refused.value = [...refused.value.filter((r) => !gone.has(r.command.commandId)), ...laidAside]
    otherTabs?.postMessage('changed')
    return onTime
  }

  async function keep(done: Queued[], laidAside: RefusedCommand[]): Promise<void> {
    try {
      const tx = (await deviceDb()).transaction(['outbox', 'refused'], 'readwrite')
      for (const entry of laidAside) await tx.objectStore('refused').put(plain(entry))
      for (const { order } of [...done, ...laidAside]) if (order > 0) await tx.objectStore('outbox').delete(order)
      await tx.done
    } catch {
      failsToKeep()
    }
  }

  /** It was heard of the server that it takes acts again. */
  function serverIsBack(): void {
    reachable.value = !shopFull.value
    void flush()
  }

  /** Puts a refused act back as a new one. */
  async function sendAgain(entry: RefusedCommand): Promise<void> {
    await forget(entry)
    send(entry.command.jobId, entry.command.act)
  }

  async function forget(entry: RefusedCommand): Promise<void> {
    refused.value = refused.value.filter((r) => r.order !== entry.order)
    await (await deviceDb()).delete('refused', entry.order)
  }

  /** Calls back with commands as they are acknowledged. @returns how to stop it */
  function onDone(listener: Listener): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  onStoreLost(mend)
  otherTabs?.addEventListener('message', () => void load())
  addEventListener('online', () => void flush())
  document.addEventListener('visibilitychange', () => {
    if (!document.hidden) void flush()
  })

  return {
    queue,
    refused,
    reachable,
    shopFull,
    deviceFails,
    cleared,
    waiting,
    load,
    send,
    flush,
    serverIsBack,
    sendAgain,
    forget,
    onDone,
  }
})
